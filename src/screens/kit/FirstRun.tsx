import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { startEmptyKit } from '@/store/actions';
import { openDemoKit } from '@/store/kitFiles';
import { useAppDispatch } from '@/store/store';
import { Action } from '@/ui/Action';
import { Moon } from '@/ui/Moon';
import { useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

/** The first visit: the demo kit or an empty one. */
export function FirstRun() {
  const tokens = useTokens();
  const dispatch = useAppDispatch();
  const [opening, setOpening] = useState(false);
  const openDemo = async () => {
    setOpening(true);
    await dispatch(openDemoKit());
    setOpening(false);
  };
  return (
    <View role="main" style={[styles.page, { backgroundColor: tokens.paper }]}>
      <View style={styles.moons}>
        {[0.12, 0.5, 0.85, 1].map((phase) => (
          <Moon key={phase} phase={phase} size={36} />
        ))}
      </View>
      <Words kind="title">Moon Patch</Words>
      <Words style={styles.text}>
        Make titles, call-outs and badges that move. Check them, send them out in the right format,
        and land them on your footage. Everything stays in this browser.
      </Words>
      <Action
        label={opening ? 'Opening the demo kit…' : 'Open the demo kit'}
        icon="kite-outline"
        tone="main"
        disabled={opening}
        onPress={() => void openDemo()}
      />
      <Action
        label="Start with an empty kit"
        disabled={opening}
        onPress={() => dispatch(startEmptyKit())}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, alignItems: 'center', justifyContent: 'center', gap: 18, padding: 28 },
  moons: { flexDirection: 'row', gap: 14 },
  text: { maxWidth: 380, textAlign: 'center' },
});
