import type { ReactNode } from 'react';
import { View } from 'react-native';
import { DEFAULT_KEY, type KeySettings } from '@/core/document';
import { ColourField } from '@/ui/ColourField';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';

interface KeyFieldsProps {
  /** Null where nothing is keyed. */
  readonly value: KeySettings | null;
  readonly onChange: (key: KeySettings | null, gesture: string | null) => void;
  /** Stands above the settings while there is a key. */
  readonly children?: ReactNode;
}

/** Which colour is taken out of footage, and how much of what is like it. */
export function KeyFields({ value: key, onChange, children }: KeyFieldsProps) {
  const set = (patch: Partial<KeySettings>, gesture: string | null) =>
    onChange({ ...(key ?? DEFAULT_KEY), ...patch }, gesture);
  return (
    <View>
      <Toggle
        label="Remove a key colour"
        value={key !== null}
        onChange={(on) => onChange(on ? DEFAULT_KEY : null, null)}
      />
      {key ? (
        <>
          {children}
          <ColourField
            label="Key colour"
            value={key.colour}
            onChange={(colour, gesture) => set({ colour }, gesture)}
          />
          <NumberField
            label="Tolerance"
            value={key.tolerance}
            min={0}
            max={1}
            step={0.01}
            feel={{ min: 0, max: 0.5 }}
            onChange={(tolerance, gesture) => set({ tolerance }, gesture)}
          />
          <NumberField
            label="Softness"
            value={key.softness}
            min={0}
            max={2}
            step={0.01}
            feel={{ min: 0, max: 1.2 }}
            onChange={(softness, gesture) => set({ softness }, gesture)}
          />
          <NumberField
            label="Spill"
            value={key.spill}
            min={0}
            max={1}
            step={0.01}
            onChange={(spill, gesture) => set({ spill }, gesture)}
          />
        </>
      ) : null}
    </View>
  );
}
