import type { Dither, SendSettings } from '@/core/document/sendSettings';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import type { SettingsProps } from './types';

const DITHERS: readonly { readonly value: Dither; readonly label: string }[] = [
  { value: 'none', label: 'None' },
  { value: 'ordered', label: 'Ordered' },
  { value: 'diffused', label: 'Error diffusion' },
];

/** How soft edges and many colours become what a GIF can hold. */
export function GifFields({ settings: { gif }, change }: SettingsProps) {
  const set = (next: Partial<SendSettings['gif']>) => change({ gif: { ...gif, ...next } });
  const dither = DITHERS.find(({ value }) => value === gif.dither)!.label.toLowerCase();
  const now = `${gif.matte ?? 'no matte'}, dithering ${dither}`;
  return (
    <Fold label="Edges and colours" icon="dots-grid" now={now}>
      <NumberField
        label="Threshold"
        unit="%"
        value={Math.round(gif.threshold * 100)}
        min={1}
        max={100}
        step={1}
        onChange={(share) => set({ threshold: share / 100 })}
      />
      <Toggle
        label="Soft edges laid on a matte colour"
        value={gif.matte !== null}
        onChange={(on) => set({ matte: on ? '#ffffff' : null })}
      />
      {gif.matte === null ? null : (
        <ColourField label="Matte" value={gif.matte} onChange={(matte) => set({ matte })} />
      )}
      <Words>Dithering</Words>
      <Choice
        label="Dithering"
        options={DITHERS}
        value={gif.dither}
        onChange={(value) => set({ dither: value })}
      />
    </Fold>
  );
}
