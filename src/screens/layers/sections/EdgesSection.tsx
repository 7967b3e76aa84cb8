import { View } from 'react-native';
import { SIDES, type Fade, type FadeStop, type LayerMask, type ShapeLayer } from '@/core/document';
import { LAYER_KINDS } from '@/core/layerKinds';
import { Action } from '@/ui/Action';
import { Choice, LongChoice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { AnimatedField } from '../AnimatedField';
import { useEditing } from '../editing';
import { useChange } from '../useChange';
import { section, type SectionProps } from './types';

const nameOf = (edge: 'crop' | 'feather', side: string): string =>
  `${edge}${side[0].toUpperCase()}${side.slice(1)}`;

export const edgesSection = section({
  name: 'edges',
  label: 'Edges',
  kinds: LAYER_KINDS,
  Content: EdgesSection,
});

/** Crop, soft sides, corners, fade to clear, and masks. */
function EdgesSection({ layer }: SectionProps) {
  const { crop, feather, radius } = layer.edges;
  const cropped = SIDES.filter((side) => crop[side] > 0 || layer.keyframes[nameOf('crop', side)]);
  const soft = SIDES.filter(
    (side) => feather[side] > 0 || layer.keyframes[nameOf('feather', side)],
  );
  return (
    <View>
      <Fold label="Crop" icon="crop" now={cropped.join(', ') || 'none'}>
        {SIDES.map((side) => (
          <AnimatedField
            key={side}
            layer={layer}
            channel={nameOf('crop', side)}
            unit="%"
            factor={100}
            feel={{ min: 0, max: 100 }}
          />
        ))}
      </Fold>
      {layer.kind === 'shape' ? <SoftOutlineFold layer={layer} /> : null}
      <Fold label="Soft sides" icon="blur-linear" now={soft.join(', ') || 'sharp'}>
        {SIDES.map((side) => (
          <AnimatedField
            key={side}
            layer={layer}
            channel={nameOf('feather', side)}
            unit="px"
            feel={{ min: 0, max: 400 }}
          />
        ))}
      </Fold>
      <Fold label="Corners" icon="rounded-corner" now={radius > 0 ? `${radius} px` : 'square'}>
        <AnimatedField layer={layer} channel="radius" unit="px" feel={{ min: 0, max: 200 }} />
      </Fold>
      <FadeFold layer={layer} />
      <MaskFold layer={layer} />
    </View>
  );
}

/** An ellipse, a star or a bubble fades out along what it is, and not along the sides of its box. */
function SoftOutlineFold({ layer }: SectionProps<ShapeLayer>) {
  const { softOutline, keyframes } = layer;
  const now = softOutline > 0 || keyframes.softOutline ? `${softOutline} px` : 'sharp';
  return (
    <Fold label="Soft outline" icon="blur-radial" now={now}>
      <AnimatedField layer={layer} channel="softOutline" unit="px" feel={{ min: 0, max: 400 }} />
    </Fold>
  );
}

const FIRST_FADE: Fade = {
  kind: 'linear',
  angle: 0,
  shift: 0,
  stops: [
    { at: 0.3, opacity: 1 },
    { at: 1, opacity: 0 },
  ],
};

const FADE_KINDS = [
  { value: 'linear', label: 'Along a line', icon: 'gradient-horizontal' },
  { value: 'radial', label: 'From the middle', icon: 'blur-radial' },
] as const;

function FadeFold({ layer }: SectionProps) {
  const change = useChange(layer.id);
  const { fade } = layer;
  const set = (patch: Partial<Fade>, gesture: string | null = null) =>
    change({ fade: { ...(fade ?? FIRST_FADE), ...patch } }, gesture);
  return (
    <Fold label="Fade to clear" icon="gradient-horizontal" now={fade ? fade.kind : 'off'}>
      <Toggle
        label="Fade to clear"
        value={fade !== null}
        onChange={(on) => change({ fade: on ? FIRST_FADE : null })}
      />
      {fade ? (
        <>
          <Choice
            label="Kind of fade"
            options={FADE_KINDS}
            value={fade.kind}
            onChange={(kind) => set({ kind })}
          />
          {fade.kind === 'linear' ? (
            <AnimatedField
              layer={layer}
              channel="fadeAngle"
              unit="°"
              feel={{ min: -180, max: 180 }}
            />
          ) : null}
          <AnimatedField
            layer={layer}
            channel="fadeShift"
            unit="%"
            factor={100}
            feel={{ min: -100, max: 100 }}
          />
          <FadeStops stops={fade.stops} onChange={(stops, gesture) => set({ stops }, gesture)} />
        </>
      ) : null}
    </Fold>
  );
}

interface FadeStopsProps {
  readonly stops: readonly FadeStop[];
  readonly onChange: (stops: readonly FadeStop[], gesture: string | null) => void;
}

function FadeStops({ stops, onChange }: FadeStopsProps) {
  const set = (i: number, patch: Partial<FadeStop>, gesture: string | null) =>
    onChange(stops.with(i, { ...stops[i], ...patch }), gesture);
  return (
    <View>
      {stops.map((stop, i) => (
        <View key={i}>
          <ShareField
            label={`Stop ${i + 1} at`}
            value={stop.at}
            onChange={(at, gesture) => set(i, { at }, gesture)}
          />
          <ShareField
            label={`Stop ${i + 1} left`}
            value={stop.opacity}
            onChange={(opacity, gesture) => set(i, { opacity }, gesture)}
          />
        </View>
      ))}
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <Action
          label="Add a stop"
          icon="plus"
          onPress={() => onChange([...stops, { at: 1, opacity: 0 }], null)}
        />
        <Action
          label="Remove the last stop"
          icon="minus"
          disabled={stops.length < 2}
          onPress={() => onChange(stops.slice(0, -1), null)}
        />
      </View>
    </View>
  );
}

const NO_MASK = '';

function MaskFold({ layer }: SectionProps) {
  const { document } = useEditing();
  const change = useChange(layer.id);
  const { mask } = layer;
  const others = document.layers.filter(
    (other) => other.id !== layer.id && other.group === layer.group && other.mask === null,
  );
  const set = (next: LayerMask | null) => change({ mask: next });
  const source = document.layers.find((other) => other.id === mask?.layer);
  return (
    <Fold label="Mask" icon="image-filter-black-white" now={source ? source.name : 'none'}>
      {others.length === 0 ? (
        <Words>Add another layer, a shape for instance, to show this one only inside it.</Words>
      ) : (
        <LongChoice
          label="Masked by"
          options={[
            { value: NO_MASK, label: 'None' },
            ...others.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          value={mask?.layer ?? NO_MASK}
          onChange={(id) =>
            set(id === NO_MASK ? null : { by: 'alpha', inverted: false, ...mask, layer: id })
          }
        />
      )}
      {mask ? (
        <>
          <Choice
            label="Mask goes by"
            options={[
              { value: 'alpha', label: 'Where it is' },
              { value: 'luma', label: 'How light it is' },
            ]}
            value={mask.by}
            onChange={(by) => set({ ...mask, by })}
          />
          <Toggle
            label="Turn the mask inside out"
            value={mask.inverted}
            onChange={(inverted) => set({ ...mask, inverted })}
          />
        </>
      ) : null}
    </Fold>
  );
}
