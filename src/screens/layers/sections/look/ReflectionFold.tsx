import { type Reflection } from '@/core/document';
import { Fold } from '@/ui/Fold';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { useLines } from './useLines';
import type { FoldProps } from './types';

export function ReflectionFold({ layer: { reflection }, change }: FoldProps) {
  const lines = useLines();
  const first: Reflection = { gap: lines(8), length: lines(120), opacity: 0.45 };
  const set = (patch: Partial<Reflection>, gesture: string | null) =>
    change({ reflection: { ...(reflection ?? first), ...patch } }, gesture);
  const limits = { unit: 'px', min: 0, max: 20000, step: 1, feel: { min: 0, max: 400 } };
  return (
    <Fold label="Reflection" icon="flip-vertical" now={reflection ? 'on' : 'off'}>
      <Toggle
        label="Mirror it underneath"
        value={reflection !== null}
        onChange={(on) => change({ reflection: on ? first : null })}
      />
      {reflection ? (
        <>
          <NumberField
            label="Mirror gap"
            {...limits}
            value={reflection.gap}
            onChange={(gap, gesture) => set({ gap }, gesture)}
          />
          <NumberField
            label="Fades over"
            {...limits}
            value={reflection.length}
            onChange={(length, gesture) => set({ length }, gesture)}
          />
          <ShareField
            label="Mirror opacity"
            value={reflection.opacity}
            onChange={(opacity, gesture) => set({ opacity }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}
