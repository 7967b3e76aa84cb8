export { StartersScreen as default } from '@/screens/later';
