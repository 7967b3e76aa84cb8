import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { Provider } from 'react-redux';
import { Shell } from '@/screens/Shell';
import { store } from '@/store/store';
import bold from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf';
import regular from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf';
import heading from '@expo-google-fonts/bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf';

export { Coming as SuspenseFallback } from '@/screens/shared/Missing';

export default function Layout() {
  useFonts({
    BricolageGrotesque: heading,
    AtkinsonHyperlegibleNext: regular,
    'AtkinsonHyperlegibleNext-Bold': bold,
  });
  return (
    <Provider store={store}>
      <Shell>
        <Slot />
      </Shell>
    </Provider>
  );
}
