import type { Boil } from '@/core/document';
import { Fold } from '@/ui/Fold';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';

interface BoilFieldsProps {
  readonly boil: Boil | null;
  /** What it has once it is turned on. */
  readonly first: Boil;
  readonly onChange: (boil: Boil | null, gesture: string | null) => void;
}

/** Lines that are drawn anew again and again. */
export function BoilFields({ boil, first, onChange }: BoilFieldsProps) {
  const set = (patch: Partial<Boil>, gesture: string | null) =>
    onChange({ ...(boil ?? first), ...patch }, gesture);
  return (
    <Fold
      label="Boil for me"
      icon="wave"
      now={boil ? `${boil.versions} versions, ${boil.rate} a second` : 'none'}
    >
      <Toggle
        label="Boil for me"
        value={boil !== null}
        onChange={(on) => onChange(on ? first : null, null)}
      />
      {boil ? (
        <>
          <NumberField
            label="Versions"
            min={1}
            max={24}
            step={1}
            feel={{ min: 2, max: 8 }}
            value={boil.versions}
            onChange={(versions, gesture) => set({ versions: Math.round(versions) }, gesture)}
          />
          <NumberField
            label="A second"
            min={1}
            max={60}
            step={1}
            feel={{ min: 2, max: 24 }}
            value={boil.rate}
            onChange={(rate, gesture) => set({ rate }, gesture)}
          />
          <NumberField
            label="Strength"
            unit="px"
            min={0}
            max={1000}
            step={0.5}
            feel={{ min: 0, max: 30 }}
            value={boil.strength}
            onChange={(strength, gesture) => set({ strength }, gesture)}
          />
          <NumberField
            label="Wave length"
            unit="px"
            min={1}
            max={10000}
            step={1}
            feel={{ min: 8, max: 400 }}
            value={boil.scale}
            onChange={(scale, gesture) => set({ scale }, gesture)}
          />
          <NumberField
            label="Another hand"
            min={0}
            max={9999}
            step={1}
            feel={{ min: 0, max: 50 }}
            value={boil.seed}
            onChange={(seed, gesture) => set({ seed: Math.round(seed) }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}
