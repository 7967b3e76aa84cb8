import { View } from 'react-native';
import { updateLayer, type Border, type LayerPatch, type Shadow } from '@/core/document';
import { ColourField } from '@/ui/ColourField';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import type { SectionProps } from './types';

type Change = (patch: LayerPatch, gesture?: string | null) => void;

/** Fill, opacity, border and drop shadow. */
export function LookSection({ layer, overlay, edit }: SectionProps) {
  const change: Change = (patch, gesture = null) =>
    edit((document) => updateLayer(document, layer.id, patch), gesture);
  const { fill, border, shadow } = layer;
  return (
    <View>
      <ColourField
        label="Fill"
        value={fill.colour}
        onChange={(colour, gesture) => change({ fill: { ...fill, colour } }, gesture)}
      />
      <ShareField
        label="Fill opacity"
        value={fill.opacity}
        onChange={(opacity, gesture) => change({ fill: { ...fill, opacity } }, gesture)}
      />
      <ShareField
        label="Opacity"
        value={layer.opacity}
        onChange={(opacity, gesture) => change({ opacity }, gesture)}
      />
      <Toggle
        label="Border"
        value={border !== null}
        onChange={(on) => change({ border: on ? firstBorder(overlay.height) : null })}
      />
      {border ? <BorderFields border={border} change={change} /> : null}
      <Toggle
        label="Drop shadow"
        value={shadow !== null}
        onChange={(on) => change({ shadow: on ? firstShadow(overlay.height) : null })}
      />
      {shadow ? <ShadowFields shadow={shadow} change={change} /> : null}
    </View>
  );
}

/** Starting looks are drawn for 1080 lines and grow with the canvas. */
const inLines = (pixels: number, height: number) =>
  Math.max(1, Math.round((pixels * height) / 1080));

const firstBorder = (height: number): Border => ({ colour: '#231c35', width: inLines(4, height) });

const firstShadow = (height: number): Shadow => ({
  colour: '#000000',
  opacity: 0.6,
  dx: inLines(4, height),
  dy: inLines(6, height),
  blur: inLines(16, height),
});

function BorderFields({ border, change }: { readonly border: Border; readonly change: Change }) {
  return (
    <>
      <ColourField
        label="Border colour"
        value={border.colour}
        onChange={(colour, gesture) => change({ border: { ...border, colour } }, gesture)}
      />
      <NumberField
        label="Border width"
        unit="px"
        value={border.width}
        min={0}
        max={1000}
        step={0.5}
        feel={{ min: 0, max: 40 }}
        onChange={(width, gesture) => change({ border: { ...border, width } }, gesture)}
      />
    </>
  );
}

function ShadowFields({ shadow, change }: { readonly shadow: Shadow; readonly change: Change }) {
  const set = (patch: Partial<Shadow>, gesture: string | null) =>
    change({ shadow: { ...shadow, ...patch } }, gesture);
  const offset = { unit: 'px', min: -2000, max: 2000, step: 1, feel: { min: -60, max: 60 } };
  return (
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
        {...offset}
        value={shadow.dx}
        onChange={(dx, gesture) => set({ dx }, gesture)}
      />
      <NumberField
        label="Shadow down"
        {...offset}
        value={shadow.dy}
        onChange={(dy, gesture) => set({ dy }, gesture)}
      />
      <NumberField
        label="Shadow blur"
        unit="px"
        value={shadow.blur}
        min={0}
        max={1000}
        step={1}
        feel={{ min: 0, max: 80 }}
        onChange={(blur, gesture) => set({ blur }, gesture)}
      />
    </>
  );
}
