import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { Suspense } from 'react';
import { Provider } from 'react-redux';
import { Shell } from '@/screens/Shell';
import { Coming } from '@/screens/shared/Missing';
import { store } from '@/store/store';
import bold from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf';
import regular from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf';
import heading from '@expo-google-fonts/bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf';

export default function Layout() {
  useFonts({
    BricolageGrotesque: heading,
    AtkinsonHyperlegibleNext: regular,
    'AtkinsonHyperlegibleNext-Bold': bold,
  });
  return (
    <Provider store={store}>
      <Shell>
        <Suspense fallback={<Coming />}>
          <Slot />
        </Suspense>
      </Shell>
    </Provider>
  );
}
