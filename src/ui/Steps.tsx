import { Pressable, StyleSheet, View } from 'react-native';
import type { CheckState } from '@/core/check';
import { linkTo } from './linkTo';
import { FONT, useTokens, type Tokens } from './theme';
import { Moon } from './Moon';
import { Words } from './Words';

export type Step = 'make' | 'check' | 'send' | 'land';

/** The address of a step, and what leads there within the app. */
export interface Way {
  readonly href: string;
  readonly go: () => void;
}

/** Null for a step that cannot be taken. */
export type Ways = Readonly<Record<Step, Way | null>>;

const STEPS: readonly { readonly step: Step; readonly label: string; readonly phase: number }[] = [
  { step: 'make', label: 'Make', phase: 0.12 },
  { step: 'check', label: 'Check', phase: 0.5 },
  { step: 'send', label: 'Send', phase: 0.85 },
  { step: 'land', label: 'Land', phase: 1 },
];

/** What Check found, in a sign. */
const SIGNS: Readonly<Record<CheckState, { colour: keyof Tokens; words: string } | null>> = {
  'would go wrong': { colour: 'rust', words: 'something would go wrong' },
  notes: { colour: 'moon', words: 'a few fine points' },
  fine: { colour: 'lichen', words: 'nothing would go wrong' },
  empty: null,
};

interface StepsProps {
  readonly current: Step;
  /** At the left instead of at the foot. */
  readonly rail: boolean;
  /** On a screen of little height. */
  readonly low: boolean;
  /** Null for a step that cannot be taken from here. */
  readonly go: Ways;
  readonly check: CheckState | null;
}

/** The four steps of the work, as a waxing moon: a bar at the foot, or a rail on the left. */
export function Steps({ current, rail, low, go, check }: StepsProps) {
  const tokens = useTokens();
  return (
    <View
      role="navigation"
      aria-label="Steps of the work"
      style={[
        rail ? styles.rail : styles.bar,
        low && (rail ? styles.narrow : styles.low),
        { backgroundColor: tokens.card, borderColor: tokens.line },
      ]}
    >
      {STEPS.map(({ step, label, phase }) => {
        const active = step === current;
        const way = go[step];
        const sign = step === 'check' && check ? SIGNS[check] : null;
        return (
          <Pressable
            key={step}
            {...(way ? linkTo(way.href, way.go) : { role: 'link' })}
            aria-label={sign ? `${label}: ${sign.words}` : label}
            aria-current={active ? 'step' : undefined}
            aria-disabled={!way && !active}
            disabled={!way}
            style={[
              styles.step,
              rail ? styles.railStep : styles.barStep,
              !way && !active && styles.faint,
            ]}
          >
            <View>
              <Moon phase={phase} size={26} active={active} />
              {sign ? (
                <View
                  style={[
                    styles.sign,
                    { backgroundColor: tokens[sign.colour], borderColor: tokens.card },
                  ]}
                />
              ) : null}
            </View>
            <Words
              kind="small"
              soft={!active}
              style={active ? { fontFamily: FONT.bold, color: tokens.plum } : undefined}
            >
              {label}
            </Words>
          </Pressable>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', borderTopWidth: 1, minHeight: 68 },
  rail: { minWidth: 84, borderRightWidth: 1, paddingTop: 8, gap: 4 },
  narrow: { minWidth: 68, paddingTop: 4, gap: 0 },
  low: { minHeight: 56 },
  step: { alignItems: 'center', justifyContent: 'center', gap: 3 },
  barStep: { flex: 1 },
  railStep: { minHeight: 60 },
  sign: {
    position: 'absolute',
    right: -4,
    top: -3,
    width: 13,
    height: 13,
    borderRadius: 7,
    borderWidth: 2,
  },
  faint: { opacity: 0.5 },
});
