export { StartersScreen as default } from '@/screens/start/StartersScreen';
