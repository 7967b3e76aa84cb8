import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { Frame } from '@/ui/Frame';
import { Words } from '@/ui/Words';

/** Shown instead of a screen whose document is not in the kit. */
export function Missing({ what }: { readonly what: string }) {
  const router = useRouter();
  const loading = useAppSelector((state) => state.kit.status === 'loading');
  const home = () => router.replace('/');
  return (
    <Frame title={loading ? 'Opening…' : 'Not here'} onBack={home}>
      <View style={styles.middle}>
        {loading ? (
          <Words>Opening your kit.</Words>
        ) : (
          <>
            <Words>{`This ${what} is not in the kit. It may have been deleted.`}</Words>
            <Action label="Go to the kit" tone="main" onPress={home} />
          </>
        )}
      </View>
    </Frame>
  );
}

/** Shown while the code of a screen is on its way. */
export const Coming = () => (
  <Frame title="Opening…">
    <View style={styles.middle}>
      <Words>Opening this screen.</Words>
    </View>
  </Frame>
);

/** Shown instead of a screen whose code could not be fetched: a page that failed keeps none for later. */
export function NotFetched() {
  const router = useRouter();
  return (
    <Frame title="Not loaded" onBack={() => router.replace('/')}>
      <View style={styles.middle}>
        <Words>
          This screen could not be loaded. Look whether you are online, then load the page again;
          your work is kept.
        </Words>
        <Action label="Load again" tone="main" onPress={() => location.reload()} />
      </View>
    </Frame>
  );
}

const styles = StyleSheet.create({
  middle: { flex: 1, alignItems: 'center', justifyContent: 'center', gap: 16, padding: 24 },
});
