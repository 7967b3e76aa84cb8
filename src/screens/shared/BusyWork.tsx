import { usePathname, useRouter, type Href } from 'expo-router';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { stopBusy } from '@/store/busily';
import { sendPath, stopDelivery } from '@/store/delivery';
import { useAppSelector } from '@/store/store';
import { MoonProgress } from '@/ui/MoonProgress';
import { sendStateText } from './sendStateText';
import { quoted } from '@/core/quoted';

/** Milliseconds for which work is not shown: most of it is done by then. */
const SHORT = 700;

/** Long work that goes on whatever screen is shown, with a button to stop it. */
export function BusyWork() {
  const [first] = useAppSelector((state) => state.session.busy);
  return (
    <>
      <SendUnderWay />
      {first ? <Shown key={first.id} id={first.id} /> : null}
    </>
  );
}

/** A send, with the way back to it. */
function SendUnderWay() {
  const router = useRouter();
  const path = usePathname();
  const { underWay } = useAppSelector(({ session }) => session.delivery);
  if (!underWay || path.endsWith('/send')) return null;
  const { document } = underWay;
  return (
    <View style={styles.place}>
      <MoonProgress
        {...underWay}
        small
        doing={`${quoted(document.name)}: ${sendStateText(underWay.state).toLowerCase()}`}
        onShow={() => router.navigate(sendPath(document) as Href)}
        onStop={stopDelivery}
      />
    </View>
  );
}

function Shown({ id }: { readonly id: string }) {
  const work = useAppSelector((state) => state.session.busy.find((entry) => entry.id === id));
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setShown(true), SHORT);
    return () => clearTimeout(timer);
  }, []);
  if (!work || !shown) return null;
  const { done, total, startedAt } = work;
  return (
    <View style={styles.place}>
      <MoonProgress
        small
        doing={work.doing}
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

/** In a row of its own, so that it covers nothing that is worked on. */
const styles = StyleSheet.create({ place: { paddingHorizontal: 8, paddingTop: 4 } });
