import { View } from 'react-native';
import { solid, WHOLE_CLIP, type Fill, type Gradient, type GradientStop } from '@/core/document';
import { selectFootage } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { ClipTimeFields, FitField, FootageChoice } from './ClipTimeFields';

interface FillFieldsProps {
  readonly fill: Fill;
  readonly onChange: (fill: Fill, gesture: string | null) => void;
}

const KINDS = [
  { value: 'colour', label: 'Colour', icon: 'format-color-fill' },
  { value: 'gradient', label: 'Gradient', icon: 'gradient-vertical' },
  { value: 'footage', label: 'Picture or footage', icon: 'image-outline' },
] as const;

/** What an outline is filled with: a colour, a gradient, or what is seen through it. */
export function FillFields({ fill, onChange }: FillFieldsProps) {
  const footage = useAppSelector(selectFootage).filter((entry) => entry.type !== 'sound');
  const choose = (kind: Fill['kind']) => {
    if (kind === fill.kind) return;
    if (kind === 'colour') onChange(solid(firstColour(fill), fill.opacity), null);
    else if (kind === 'gradient') onChange(firstGradient(fill), null);
    else if (footage.length > 0) onChange(seenThrough(footage[0].id, fill.opacity), null);
  };
  const kinds = footage.length > 0 ? KINDS : KINDS.slice(0, 2);
  return (
    <View>
      <Choice<Fill['kind']>
        label="Filled with"
        options={kinds}
        value={fill.kind}
        onChange={choose}
      />
      {fill.kind === 'colour' ? (
        <ColourField
          label="Fill"
          value={fill.colour}
          onChange={(colour, gesture) => onChange({ ...fill, colour }, gesture)}
        />
      ) : null}
      {fill.kind === 'gradient' ? (
        <GradientFields
          gradient={fill.gradient}
          onChange={(gradient, gesture) => onChange({ ...fill, gradient }, gesture)}
        />
      ) : null}
      {fill.kind === 'footage' ? <SeenFields fill={fill} onChange={onChange} /> : null}
      <ShareField
        label="Fill opacity"
        value={fill.opacity}
        onChange={(opacity, gesture) => onChange({ ...fill, opacity }, gesture)}
      />
    </View>
  );
}

const firstColour = (fill: Fill): string =>
  fill.kind === 'gradient' ? fill.gradient.stops[0].colour : '#ffffff';

const firstGradient = (fill: Fill): Fill => ({
  kind: 'gradient',
  opacity: fill.opacity,
  gradient: {
    kind: 'linear',
    angle: 90,
    stops: [
      { at: 0, colour: fill.kind === 'colour' ? fill.colour : '#ffffff', opacity: 1 },
      { at: 1, colour: '#e9a23b', opacity: 1 },
    ],
  },
});

const seenThrough = (footage: string, opacity: number): Fill => ({
  kind: 'footage',
  footage,
  fit: 'cover',
  pinned: true,
  time: WHOLE_CLIP,
  opacity,
});

interface SeenFieldsProps {
  readonly fill: Extract<Fill, { kind: 'footage' }>;
  readonly onChange: FillFieldsProps['onChange'];
}

function SeenFields({ fill, onChange }: SeenFieldsProps) {
  const footage = useAppSelector(selectFootage).find((entry) => entry.id === fill.footage);
  return (
    <>
      <FootageChoice
        label="Seen through it"
        types={['video', 'still']}
        value={fill.footage}
        onChange={({ id }) => onChange({ ...fill, footage: id }, null)}
      />
      <FitField value={fill.fit} onChange={(fit) => onChange({ ...fill, fit }, null)} />
      <Toggle
        label="Stays still while the layer moves"
        value={fill.pinned}
        onChange={(pinned) => onChange({ ...fill, pinned }, null)}
      />
      {footage?.type === 'video' ? (
        <ClipTimeFields
          time={fill.time}
          footage={footage}
          onChange={(time, gesture) => onChange({ ...fill, time }, gesture)}
        />
      ) : null}
    </>
  );
}

interface GradientFieldsProps {
  readonly gradient: Gradient;
  readonly onChange: (gradient: Gradient, gesture: string | null) => void;
}

function GradientFields({ gradient, onChange }: GradientFieldsProps) {
  const { stops } = gradient;
  const set = (i: number, patch: Partial<GradientStop>, gesture: string | null) =>
    onChange({ ...gradient, stops: stops.with(i, { ...stops[i], ...patch }) }, gesture);
  return (
    <>
      <Choice
        label="Kind of gradient"
        options={[
          { value: 'linear', label: 'Along a line', icon: 'gradient-horizontal' },
          { value: 'radial', label: 'From the middle', icon: 'blur-radial' },
        ]}
        value={gradient.kind}
        onChange={(kind) => onChange({ ...gradient, kind }, null)}
      />
      {gradient.kind === 'linear' ? (
        <NumberField
          label="Angle"
          unit="°"
          value={gradient.angle}
          min={-3600}
          max={3600}
          step={1}
          feel={{ min: 0, max: 360 }}
          onChange={(angle, gesture) => onChange({ ...gradient, angle }, gesture)}
        />
      ) : null}
      {stops.map((stop, i) => (
        <View key={i}>
          <ColourField
            label={`Colour ${i + 1}`}
            value={stop.colour}
            onChange={(colour, gesture) => set(i, { colour }, gesture)}
          />
          <ShareField
            label={`Colour ${i + 1} at`}
            value={stop.at}
            onChange={(at, gesture) => set(i, { at }, gesture)}
          />
          <ShareField
            label={`Opacity ${i + 1}`}
            value={stop.opacity}
            onChange={(opacity, gesture) => set(i, { opacity }, gesture)}
          />
        </View>
      ))}
      <View style={{ flexDirection: 'row', gap: 8, paddingVertical: 4 }}>
        <Action
          label="Add a colour"
          icon="plus"
          onPress={() =>
            onChange(
              { ...gradient, stops: [...stops, { ...stops[stops.length - 1], at: 1 }] },
              null,
            )
          }
        />
        <Action
          label="Remove the last colour"
          icon="minus"
          disabled={stops.length < 2}
          onPress={() => onChange({ ...gradient, stops: stops.slice(0, -1) }, null)}
        />
      </View>
    </>
  );
}
