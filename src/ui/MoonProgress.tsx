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
}

/** Long work: a filling moon, what it is doing, how long it will still take, and Stop. */
export function MoonProgress({ doing, done, total, unit, startedAt, onStop }: MoonProgressProps) {
  const tokens = useTokens();
  const share = total > 0 ? done / total : 0;
  return (
    <View
      role="progressbar"
      aria-label={doing}
      aria-valuenow={Math.round(share * 100)}
      aria-valuemin={0}
      aria-valuemax={100}
      style={[styles.card, { backgroundColor: tokens.moonSoft }]}
    >
      <Moon phase={share} size={40} />
      <View style={styles.words}>
        <Words kind="strong">{doing}</Words>
        <Words kind="small" soft>
          {`${total > 0 ? `${done} of ${[total, unit].filter(Boolean).join(' ')} · ` : ''}${timeLeft(share, startedAt)}`}
        </Words>
      </View>
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
  words: { flex: 1 },
});
