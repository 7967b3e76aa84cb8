import { useEffect, useRef, type ReactNode, type RefObject } from 'react';
import type { CheckState } from '@/core/check';
import { StyleSheet, View } from 'react-native';
import { IconAction } from './Action';
import { useArrangement, useCrampedTyping, useHeadHeight, useShort } from './layout';
import { Steps, type Step, type Ways } from './Steps';
import { useTokens } from './theme';
import { Words } from './Words';

interface FrameProps {
  readonly title: string;
  /** Left out on the first screen. */
  readonly onBack?: () => void;
  /** Controls at the right of the title. */
  readonly tools?: ReactNode;
  readonly step?: Step;
  readonly go?: Ways;
  /** What Check said of the document as it is; null where it has not looked. */
  readonly check?: CheckState | null;
  readonly children: ReactNode;
}

const APP = 'Moon Patch';

/** What every screen of a document has round it: its name, the way back and the four steps. */
export function Frame({ title, onBack, tools, step, go, check = null, children }: FrameProps) {
  const tokens = useTokens();
  useEffect(() => {
    document.title = title === APP ? APP : `${title} · ${APP}`;
  }, [title]);
  const heading = useRef<HTMLElement>(null);
  useEffect(() => focusHeading(heading.current!), []);
  const arrangement = useArrangement();
  const low = useShort();
  const minHeight = useHeadHeight();
  const cramped = useCrampedTyping();
  const rail = arrangement === 'wide' || arrangement === 'turned';
  const steps =
    step && go && (rail || !cramped) ? (
      <Steps current={step} rail={rail} low={low} go={go} check={check} />
    ) : null;
  return (
    <View style={[styles.screen, { backgroundColor: tokens.paper }]}>
      {rail ? steps : null}
      <View style={styles.column}>
        <View role="banner" style={[styles.header, { minHeight }]}>
          {onBack ? <IconAction label="Back" icon="arrow-left" onPress={onBack} /> : null}
          <View ref={heading as unknown as RefObject<View>} style={styles.title}>
            <Words kind="title" lines={1}>
              {title}
            </Words>
          </View>
          {tools}
        </View>
        <View role="main" style={styles.body}>
          {children}
        </View>
        {rail ? null : steps}
      </View>
    </View>
  );
}

let first = true;

/** A page that was gone to is read from its heading; the first one is left to the browser. */
function focusHeading(title: HTMLElement): void {
  if (!first) title.querySelector('h1')?.focus({ preventScroll: true });
  first = false;
}

const styles = StyleSheet.create({
  screen: { flex: 1, flexDirection: 'row', minHeight: 0 },
  column: { flex: 1, minWidth: 0, minHeight: 0 },
  header: {
    flexDirection: 'row',
    alignItems: 'center',
    paddingHorizontal: 6,
    gap: 2,
  },
  title: { flex: 1, minWidth: 0, paddingHorizontal: 8 },
  body: { flex: 1, minHeight: 0 },
});
