import type { Loudness } from '@/core/document';
import { NumberField } from '@/ui/NumberField';

interface LoudnessFieldsProps {
  readonly value: Loudness;
  readonly onChange: (patch: Partial<Loudness>, gesture: string | null) => void;
}

const FADE = { unit: 's', min: 0, max: 600, step: 0.01, feel: { min: 0, max: 5 } } as const;

/** How loud something is, and how it comes and goes. */
export function LoudnessFields({ value, onChange }: LoudnessFieldsProps) {
  return (
    <>
      <NumberField
        label="Gain"
        unit="dB"
        value={value.gain}
        min={-60}
        max={24}
        step={0.5}
        feel={{ min: -30, max: 12 }}
        onChange={(gain, gesture) => onChange({ gain }, gesture)}
      />
      <NumberField
        label="Fade in"
        {...FADE}
        value={value.fadeIn}
        onChange={(fadeIn, gesture) => onChange({ fadeIn }, gesture)}
      />
      <NumberField
        label="Fade out"
        {...FADE}
        value={value.fadeOut}
        onChange={(fadeOut, gesture) => onChange({ fadeOut }, gesture)}
      />
    </>
  );
}
