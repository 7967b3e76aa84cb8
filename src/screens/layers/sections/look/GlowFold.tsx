import { type Glow } from '@/core/document';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { BLUR, type FoldProps } from './types';
import { useLines } from './useLines';

export function GlowFold({ layer: { glow }, change }: FoldProps) {
  const lines = useLines();
  const first: Glow = { colour: '#e9a23b', opacity: 0.8, blur: lines(40) };
  const set = (patch: Partial<Glow>, gesture: string | null) =>
    change({ glow: { ...(glow ?? first), ...patch } }, gesture);
  return (
    <Fold label="Glow" icon="white-balance-sunny" now={glow ? `${glow.blur} px` : 'none'}>
      <Toggle
        label="Glow"
        value={glow !== null}
        onChange={(on) => change({ glow: on ? first : null })}
      />
      {glow ? (
        <>
          <ColourField
            label="Glow colour"
            value={glow.colour}
            onChange={(colour, gesture) => set({ colour }, gesture)}
          />
          <ShareField
            label="Glow opacity"
            value={glow.opacity}
            onChange={(opacity, gesture) => set({ opacity }, gesture)}
          />
          <NumberField
            label="Glow size"
            {...BLUR}
            value={glow.blur}
            onChange={(blur, gesture) => set({ blur }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}
