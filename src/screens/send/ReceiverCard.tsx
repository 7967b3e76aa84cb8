import { RECEIVERS, type Receiver } from '@/core/receivers';
import { Card } from '@/ui/Card';
import { LongChoice } from '@/ui/Chip';
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
  return (
    <Card title="What can the receiver do?">
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
    </Card>
  );
}
