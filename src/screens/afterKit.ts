/** The screens one comes to from the kit, built as one file that is fetched once the kit is shown. */
export { CheckScreen } from './check/CheckScreen';
export { DrawScreen } from './draw/DrawScreen';
export { FootageScreen } from './footage/FootageScreen';
export { ChooseLandingScreen } from './land/ChooseLandingScreen';
export { LandScreen } from './land/LandScreen';
export { MakeScreen } from './make/MakeScreen';
export { SendLandingScreen, SendOverlayScreen } from './send/SendScreen';
export { SettingsScreen } from './settings/SettingsScreen';
export { StartersScreen } from './start/StartersScreen';
