import { BLENDS, type Blend } from '@/core/document';
import { LongChoice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import type { ChangeLayer } from '../../useChange';

const BLEND_OPTIONS = BLENDS.map((value) => ({
  value,
  label: value[0].toUpperCase() + value.slice(1),
}));

export function BlendFold({
  blend,
  change,
}: {
  readonly blend: Blend;
  readonly change: ChangeLayer;
}) {
  return (
    <Fold label="Blend" icon="circle-opacity" now={blend}>
      <LongChoice
        label="Blend"
        options={BLEND_OPTIONS}
        value={blend}
        onChange={(next) => change({ blend: next })}
      />
    </Fold>
  );
}
