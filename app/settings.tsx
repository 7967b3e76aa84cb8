export { SettingsScreen as default } from '@/screens/settings/SettingsScreen';
