import type { Backdrop } from '@/core/document';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import type { SettingsProps } from './types';

/** A colour that no overlay is made of, to begin with. */
const GREEN = '#00ff00';

type BackdropChoice = 'own' | Backdrop['kind'];

/** What lies behind the artwork in the file. */
export function BackdropFields({ document, settings: { backdrop }, change }: SettingsProps) {
  const own = document.backdrop.kind === 'clear' ? 'clear' : document.backdrop.colour;
  const now = backdrop === null ? own : backdrop.kind === 'clear' ? 'clear' : backdrop.colour;
  const choose = (kind: BackdropChoice) =>
    change({
      backdrop: kind === 'own' ? null : kind === 'clear' ? { kind } : { kind, colour: GREEN },
    });
  return (
    <Fold label="Backdrop in the file" icon="texture-box" now={now}>
      <Choice<BackdropChoice>
        label="Backdrop in the file"
        options={[
          { value: 'own', label: 'The overlay’s own' },
          { value: 'clear', label: 'Clear' },
          { value: 'key', label: 'A colour' },
        ]}
        value={backdrop?.kind ?? 'own'}
        onChange={choose}
      />
      {backdrop?.kind === 'key' ? (
        <ColourField
          label="Colour"
          value={backdrop.colour}
          onChange={(colour) => change({ backdrop: { kind: 'key', colour } })}
        />
      ) : null}
    </Fold>
  );
}
