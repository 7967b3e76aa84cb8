import { lazy, type ComponentType } from 'react';
import { NotFetched } from './shared/Missing';

type Screens = typeof import('./afterKit');

/** The first screen is shown without the code of the others: they are fetched when it stands. */
export const fetchScreens = (): Promise<Screens> => import('./afterKit');

function later<Props>(pick: (screens: Screens) => ComponentType<Props>) {
  return lazy<ComponentType<Props>>(() =>
    fetchScreens().then(
      (screens) => ({ default: pick(screens) }),
      () => ({ default: NotFetched }),
    ),
  );
}

export const CheckScreen = later((screens) => screens.CheckScreen);
export const ChooseLandingScreen = later((screens) => screens.ChooseLandingScreen);
export const DrawScreen = later((screens) => screens.DrawScreen);
export const FootageScreen = later((screens) => screens.FootageScreen);
export const LandScreen = later((screens) => screens.LandScreen);
export const MakeScreen = later((screens) => screens.MakeScreen);
export const SendLandingScreen = later((screens) => screens.SendLandingScreen);
export const SendOverlayScreen = later((screens) => screens.SendOverlayScreen);
export const SettingsScreen = later((screens) => screens.SettingsScreen);
export const StartersScreen = later((screens) => screens.StartersScreen);
