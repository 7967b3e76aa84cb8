import { type Effects } from '@/core/document';
import { isNeutral } from '@/core/scene/look';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { AnimatedField } from '../../AnimatedField';
import { useChange } from '../../useChange';
import { LutFields } from '../LutFields';
import type { SectionProps } from '../types';

export function EffectsFold({ layer }: SectionProps) {
  const { effects } = layer;
  const change = useChange(layer.id);
  const set = (patch: Partial<Effects>, gesture: string | null) =>
    change({ effects: { ...effects, ...patch } }, gesture);
  const share = { unit: '%', factor: 100, feel: { min: 0, max: 200 } };
  return (
    <Fold label="Effects" icon="auto-fix" now={isNeutral(effects) ? 'none' : 'on'}>
      <AnimatedField layer={layer} channel="blur" unit="px" feel={{ min: 0, max: 60 }} />
      <AnimatedField layer={layer} channel="brightness" {...share} />
      <AnimatedField layer={layer} channel="contrast" {...share} />
      <AnimatedField layer={layer} channel="saturation" {...share} />
      <AnimatedField layer={layer} channel="hue" unit="°" feel={{ min: -180, max: 180 }} />
      <LutFields effects={effects} onChange={set} />
      <ColourField
        label="Tint"
        value={effects.tint}
        onChange={(tint, gesture) => set({ tint }, gesture)}
      />
      <AnimatedField layer={layer} channel="tintStrength" {...share} feel={{ min: 0, max: 100 }} />
    </Fold>
  );
}
