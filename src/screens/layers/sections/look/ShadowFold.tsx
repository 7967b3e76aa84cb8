import { type Shadow } from '@/core/document';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { BLUR, type FoldProps } from './types';
import { useLines } from './useLines';

const OFFSET = { unit: 'px', min: -2000, max: 2000, step: 1, feel: { min: -60, max: 60 } };

export function ShadowFold({ layer: { shadow }, change }: FoldProps) {
  const lines = useLines();
  const first: Shadow = {
    colour: '#000000',
    opacity: 0.6,
    dx: lines(4),
    dy: lines(6),
    blur: lines(16),
  };
  const set = (patch: Partial<Shadow>, gesture: string | null) =>
    change({ shadow: { ...(shadow ?? first), ...patch } }, gesture);
  return (
    <Fold label="Drop shadow" icon="box-shadow" now={shadow ? `${shadow.blur} px soft` : 'none'}>
      <Toggle
        label="Drop shadow"
        value={shadow !== null}
        onChange={(on) => change({ shadow: on ? first : null })}
      />
      {shadow ? (
        <>
          <ColourField
            label="Shadow colour"
            value={shadow.colour}
            onChange={(colour, gesture) => set({ colour }, gesture)}
          />
          <ShareField
            label="Shadow opacity"
            value={shadow.opacity}
            onChange={(opacity, gesture) => set({ opacity }, gesture)}
          />
          <NumberField
            label="Shadow across"
            {...OFFSET}
            value={shadow.dx}
            onChange={(dx, gesture) => set({ dx }, gesture)}
          />
          <NumberField
            label="Shadow down"
            {...OFFSET}
            value={shadow.dy}
            onChange={(dy, gesture) => set({ dy }, gesture)}
          />
          <NumberField
            label="Shadow blur"
            {...BLUR}
            value={shadow.blur}
            onChange={(blur, gesture) => set({ blur }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}
