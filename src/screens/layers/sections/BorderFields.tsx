import type { Border } from '@/core/document';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { NumberField } from '@/ui/NumberField';

const SIDES: readonly { value: Border['side']; label: string }[] = [
  { value: 'outside', label: 'Outside' },
  { value: 'centre', label: 'Half and half' },
  { value: 'inside', label: 'Inside' },
];

interface BorderFieldsProps {
  readonly border: Border;
  readonly onChange: (border: Border, gesture: string | null) => void;
}

/** Colour, width, and on which side of the outline it lies. */
export function BorderFields({ border, onChange }: BorderFieldsProps) {
  return (
    <>
      <ColourField
        label="Border colour"
        value={border.colour}
        onChange={(colour, gesture) => onChange({ ...border, colour }, gesture)}
      />
      <NumberField
        label="Border width"
        unit="px"
        value={border.width}
        min={0}
        max={1000}
        step={0.5}
        feel={{ min: 0, max: 40 }}
        onChange={(width, gesture) => onChange({ ...border, width }, gesture)}
      />
      <Choice
        label="Border lies"
        options={SIDES}
        value={border.side}
        onChange={(side) => onChange({ ...border, side }, null)}
      />
    </>
  );
}
