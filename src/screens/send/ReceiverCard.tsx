import { StyleSheet, View } from 'react-native';
import { RECEIVERS, type Receiver } from '@/core/receivers';
import { LongChoice } from '@/ui/Chip';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

interface ReceiverCardProps {
  readonly receiver: Receiver | null;
  readonly onChoose: (id: string | null) => void;
}

const NOT_KNOWN = 'not-known';

const OPTIONS = [
  { value: NOT_KNOWN, label: 'Not known yet' },
  ...RECEIVERS.map(({ id, label }) => ({ value: id, label })),
];

/** What the program that the file is for can do, which leads to the best format. */
export function ReceiverCard({ receiver, onChoose }: ReceiverCardProps) {
  const tokens = useTokens();
  return (
    <View style={[styles.card, { backgroundColor: tokens.card }]}>
      <Words kind="strong">What can the receiver do?</Words>
      <LongChoice
        label="What can the receiver do?"
        options={OPTIONS}
        value={receiver?.id ?? NOT_KNOWN}
        onChange={(id) => onChoose(id === NOT_KNOWN ? null : id)}
      />
      <Words kind="small" soft>
        {receiver?.does ??
          'Choose the one most like your editor: the best format for it comes first.'}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.card, padding: 14, paddingBottom: 12, gap: 2 },
});
