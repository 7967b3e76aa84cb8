import { lazy, type ComponentType } from 'react';
import { FencedScreen } from './shared/FencedScreen';
import { NotFetched } from './shared/Missing';

type Screens = typeof import('./afterKit');

/** The first screen is shown without the code of the others: they are fetched when it stands. */
export const fetchScreens = (): Promise<Screens> => import('./afterKit');

function later<Props extends object>(pick: (screens: Screens) => ComponentType<Props>) {
  const Screen: ComponentType<Props> = lazy<ComponentType<Props>>(() =>
    fetchScreens().then(
      (screens) => ({ default: pick(screens) }),
      () => ({ default: NotFetched }),
    ),
  );
  return function Later(props: Props) {
    return (
      <FencedScreen>
        <Screen {...props} />
      </FencedScreen>
    );
  };
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
