import { StyleSheet, View } from 'react-native';
import { Action } from './Action';
import { Moon } from './Moon';
import { RADIUS, useTokens } from './theme';
import { Words } from './Words';

interface MoonProgressProps {
  /** What is being done, e.g. "Making the file". */
  readonly doing: string;
  readonly done: number;
  readonly total: number;
  /** What is counted, where it is not frames or files that the work speaks of. */
  readonly unit?: string;
  /** `performance.now()` when this work began. */
  readonly startedAt: number;
  readonly onStop: () => void;
  /** In one low row. */
  readonly small?: boolean;
  /** Leads to where it was begun. */
  readonly onShow?: () => void;
}

/** Long work: a filling moon, what it is doing, how long it will still take, and Stop. */
export function MoonProgress(props: MoonProgressProps) {
  const { doing, done, total, unit, startedAt, onStop, small, onShow } = props;
  const tokens = useTokens();
  const share = total > 0 ? done / total : 0;
  return (
    <View style={[styles.card, small && styles.small, { backgroundColor: tokens.moonSoft }]}>
      <View
        role="progressbar"
        aria-label={doing}
        aria-valuenow={Math.round(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        style={styles.telling}
      >
        <Moon phase={share} size={small ? 24 : 40} />
        <View style={styles.words}>
          <Words kind="strong" lines={small ? 1 : undefined}>
            {doing}
          </Words>
          <Words kind="small" soft lines={small ? 1 : undefined}>
            {`${total > 0 ? `${done} of ${[total, unit].filter(Boolean).join(' ')} · ` : ''}${timeLeft(share, startedAt)}`}
          </Words>
        </View>
      </View>
      {onShow ? <Action label="Show" onPress={onShow} /> : null}
      <Action label="Stop" onPress={onStop} />
    </View>
  );
}

/** The time left is not shown before a twentieth of the work is done. */
function timeLeft(share: number, startedAt: number): string {
  if (share < 0.05) return 'working out how long';
  const seconds = (((performance.now() - startedAt) / share) * (1 - share)) / 1000;
  if (seconds < 1) return 'nearly done';
  return seconds < 90
    ? `about ${Math.ceil(seconds)} s left`
    : `about ${Math.ceil(seconds / 60)} min left`;
}

const styles = StyleSheet.create({
  card: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    padding: 12,
    borderRadius: RADIUS.card,
  },
  small: { paddingVertical: 4, gap: 6 },
  telling: { flex: 1, minWidth: 0, flexDirection: 'row', alignItems: 'center', gap: 12 },
  words: { flex: 1, minWidth: 0 },
});
