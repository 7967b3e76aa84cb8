export { SettingsScreen as default } from '@/screens/later';
