export { KitScreen as default } from '@/screens/kit/KitScreen';
