import { View } from 'react-native';
import { solid, type Border, type LetterLook, type WordsLayer } from '@/core/document';
import { coloursToTake, plainLetter } from '@/core/edit';
import { Action } from '@/ui/Action';
import { PaletteRow } from '@/ui/ColourField';
import { NumberField } from '@/ui/NumberField';
import { SecondsField } from '@/ui/SecondsField';
import { Toggle } from '@/ui/Toggle';
import { useEditing } from '../editing';
import { BorderFields } from './BorderFields';
import { FillFields } from './FillFields';

interface LetterFieldsProps {
  readonly layer: WordsLayer;
  readonly look: LetterLook | null;
  readonly onChange: (patch: Partial<LetterLook>, gesture: string | null) => void;
}

const OFFSET = { unit: 'px', min: -2000, max: 2000, step: 1, feel: { min: -100, max: 100 } };

/** The look, place and start that some letters have for themselves. */
export function LetterFields({ layer, look, onChange }: LetterFieldsProps) {
  const { document } = useEditing();
  const own = layer.fill.kind === 'colour' ? layer.fill.colour : null;
  const colours = coloursToTake(document).filter((colour) => colour !== own);
  const { fill, border, scale, dx, dy, rotation, delay } = look ?? plainLetter(0);
  const firstBorder: Border = { colour: '#231c35', width: 4, side: 'outside' };
  return (
    <View>
      {fill === null ? (
        <PaletteRow
          palette={{ name: 'this overlay, and others', colours }}
          onChoose={(colour) => onChange({ fill: solid(colour) }, null)}
        />
      ) : null}
      <Toggle
        label="A fill of its own"
        value={fill !== null}
        onChange={(on) => onChange({ fill: on ? layer.fill : null }, null)}
      />
      {fill ? (
        <FillFields fill={fill} onChange={(next, gesture) => onChange({ fill: next }, gesture)} />
      ) : null}
      <Toggle
        label="A border of its own"
        value={border !== null}
        onChange={(on) => onChange({ border: on ? (layer.border ?? firstBorder) : null }, null)}
      />
      {border ? (
        <BorderFields
          border={border}
          onChange={(next, gesture) => onChange({ border: next }, gesture)}
        />
      ) : null}
      <NumberField
        label="Size"
        unit="%"
        value={scale * 100}
        min={1}
        max={10000}
        step={1}
        feel={{ min: 20, max: 300 }}
        onChange={(percent, gesture) => onChange({ scale: percent / 100 }, gesture)}
      />
      <NumberField
        label="Shift across"
        {...OFFSET}
        value={dx}
        onChange={(next, gesture) => onChange({ dx: next }, gesture)}
      />
      <NumberField
        label="Shift down"
        {...OFFSET}
        value={dy}
        onChange={(next, gesture) => onChange({ dy: next }, gesture)}
      />
      <NumberField
        label="Turn"
        unit="°"
        value={rotation}
        min={-3600}
        max={3600}
        step={1}
        feel={{ min: -180, max: 180 }}
        onChange={(next, gesture) => onChange({ rotation: next }, gesture)}
      />
      <SecondsField
        label="Starts later"
        frames={delay}
        rate={document.rate}
        max={600}
        feel={{ min: 0, max: 2 }}
        onChange={(frames, gesture) => onChange({ delay: frames }, gesture)}
      />
      {look ? (
        <Action
          label="Look like the others"
          icon="format-clear"
          onPress={() => onChange(plainLetter(look.index), null)}
        />
      ) : null}
    </View>
  );
}
