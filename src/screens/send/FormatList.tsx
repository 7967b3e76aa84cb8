import { StyleSheet, View } from 'react-native';
import { isStop } from '@/ui/keys';
import { FormatCard } from './FormatCard';
import type { FormatTrials } from './useFormatTrials';
import type { Sending } from './useSending';

interface FormatListProps {
  readonly sending: Sending;
  readonly trials: FormatTrials;
}

/** The formats on offer, the best first, one of them chosen. */
export function FormatList({ sending, trials }: FormatListProps) {
  const { offered, best, chosen, change } = sending;
  const at = offered.findIndex((entry) => entry === chosen);
  return (
    <View role="radiogroup" aria-label="Format" style={styles.formats}>
      {offered.map((entry, i) => (
        <FormatCard
          key={entry.format.id}
          offered={entry}
          trial={trials.of(entry.format.id)}
          trying={trials.trying === entry.format.id}
          best={entry === best}
          selected={entry === chosen}
          stop={isStop(i, at)}
          onPress={() => change({ format: entry.format.id })}
        />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({ formats: { gap: 10 } });
