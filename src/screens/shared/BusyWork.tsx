import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { stopBusy } from '@/store/busy';
import { useAppSelector } from '@/store/store';
import { MoonProgress } from '@/ui/MoonProgress';

/** Milliseconds for which work is not shown: most of it is done by then. */
const SHORT = 700;

/** Long work that goes on whatever screen is shown, with a button to stop it. */
export function BusyWork() {
  const [first] = useAppSelector((state) => state.session.busy);
  return first ? <Shown key={first.id} id={first.id} /> : null;
}

function Shown({ id }: { readonly id: string }) {
  const work = useAppSelector((state) => state.session.busy.find((entry) => entry.id === id));
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setShown(true), SHORT);
    return () => clearTimeout(timer);
  }, []);
  if (!work || !shown) return null;
  const { doing, done, total, startedAt } = work;
  return (
    <View style={styles.place}>
      <MoonProgress
        doing={doing}
        done={megabytes(done)}
        total={megabytes(total)}
        unit="MB"
        startedAt={startedAt}
        onStop={() => stopBusy(id)}
      />
    </View>
  );
}

const megabytes = (bytes: number): number => Math.round(bytes / 1e5) / 10;

const styles = StyleSheet.create({
  /** Above the steps and the button for something new. */
  place: { position: 'absolute', left: 12, right: 12, bottom: 84, maxWidth: 520 },
});
