import { Pressable, StyleSheet, View } from 'react-native';
import type { FormatTrial } from '@/store/work';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { bytes, keptIn } from './figures';
import type { OfferedFormat } from './useSending';

interface FormatCardProps {
  readonly offered: OfferedFormat;
  readonly trial: FormatTrial | null | undefined;
  readonly trying: boolean;
  readonly best: boolean;
  readonly selected: boolean;
  /** Whether Tab comes to it. */
  readonly stop: boolean;
  readonly onPress: () => void;
}

/** A format with what it would keep and lose, and how large its file would be. */
export function FormatCard(props: FormatCardProps) {
  const { offered, trial, trying, best, selected, stop, onPress } = props;
  const { format, goodFor, loss, unable } = offered;
  const tokens = useTokens();
  const name = `${format.label} .${format.extension}`;
  return (
    <Pressable
      role="radio"
      aria-label={name}
      aria-checked={selected}
      tabIndex={stop ? 0 : -1}
      onPress={onPress}
      style={[
        styles.card,
        { backgroundColor: tokens.card, borderColor: selected ? tokens.plum : tokens.card },
      ]}
    >
      <View style={styles.head}>
        <Words kind="strong" style={styles.name}>
          {name}
        </Words>
        {best ? (
          <View style={[styles.best, { backgroundColor: tokens.lichenSoft }]}>
            <Words kind="small">best here</Words>
          </View>
        ) : null}
        {trial ? <Words kind="small">{`about ${bytes(trial.bytes)}`}</Words> : null}
        {trying ? (
          <Words kind="small" soft>
            trying it …
          </Words>
        ) : null}
      </View>
      <Words kind="small" soft>
        {goodFor}
      </Words>
      {trial ? <Words kind="small">{`Tried: ${keptIn(trial)}`}</Words> : null}
      {[loss, unable].map((problem) =>
        problem ? (
          <Words key={problem} kind="small" style={{ color: tokens.rust }}>
            {problem}
          </Words>
        ) : null,
      )}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.card, borderWidth: 2, borderStyle: 'dashed', padding: 12, gap: 2 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: 26 },
  name: { flex: 1 },
  best: { paddingHorizontal: 12, paddingVertical: 4, borderRadius: RADIUS.full },
});
