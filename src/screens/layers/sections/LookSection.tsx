import { View } from 'react-native';
import {
  BLENDS,
  createBoil,
  type Blend,
  type Border,
  type Effects,
  type Glow,
  type Layer,
  type Reflection,
  type Shadow,
  type Wall,
  type WordsLayer,
} from '@/core/document';
import { setLetter } from '@/core/edit';
import { LAYER_KINDS } from '@/core/layerKinds';
import { isNeutral } from '@/core/scene/look';
import { LongChoice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { BoilFields } from '../../shared/BoilFields';
import { AnimatedField } from '../AnimatedField';
import { useEditing } from '../editing';
import { useChange, useLayerEdit, type ChangeLayer } from '../useChange';
import { BorderFields } from './BorderFields';
import { FillFields } from './FillFields';
import { GhostFold } from './GhostFold';
import { LutFields } from './LutFields';
import { LetterChoice, LetterFields } from './LetterFields';
import { section, type SectionProps } from './types';

export const lookSection = section({
  name: 'look',
  label: 'Look',
  kinds: LAYER_KINDS,
  Content: LookSection,
});

/** Fill, opacity, border, shadow and glow, blend, and effects; of one letter too. */
function LookSection({ layer }: SectionProps) {
  const { letter } = useEditing();
  if (layer.kind === 'words' && letter !== null) {
    return (
      <View>
        <LetterChoice layer={layer} />
        <LetterLookFields layer={layer} letter={letter} />
      </View>
    );
  }
  return (
    <View>
      {layer.kind === 'words' ? <LetterChoice layer={layer} /> : null}
      <WholeLook layer={layer} />
    </View>
  );
}

function LetterLookFields({
  layer,
  letter,
}: {
  readonly layer: WordsLayer;
  readonly letter: number;
}) {
  const edit = useLayerEdit(layer.id);
  const look = layer.letters.find((entry) => entry.index === letter);
  const set: Parameters<typeof LetterFields>[0]['onChange'] = (patch, gesture) =>
    edit((entry) => (entry.kind === 'words' ? setLetter(entry, letter, patch) : entry), gesture);
  return <LetterFields layer={layer} look={look ?? null} onChange={set} />;
}

function WholeLook({ layer }: SectionProps) {
  const { document } = useEditing();
  const change = useChange(layer.id);
  const hasOutline = layer.kind === 'words' || layer.kind === 'shape';
  const hasBorder = hasOutline || layer.kind === 'picture' || layer.kind === 'clip';
  return (
    <View>
      {hasOutline ? (
        <FillFields
          fill={layer.fill}
          onChange={(fill, gesture) => change({ fill } as Partial<Layer>, gesture)}
        />
      ) : null}
      <AnimatedField
        layer={layer}
        channel="opacity"
        unit="%"
        factor={100}
        feel={{ min: 0, max: 100 }}
      />
      {hasBorder ? <BorderFold border={layer.border} change={change} /> : null}
      <ShadowFold layer={layer} change={change} />
      <GlowFold layer={layer} change={change} />
      {hasOutline ? <WallFold wall={layer.wall} change={change} /> : null}
      {hasOutline ? (
        <BoilFields
          boil={layer.boil}
          first={createBoil(document)}
          onChange={(boil, gesture) => change({ boil } as Partial<Layer>, gesture)}
        />
      ) : null}
      <ReflectionFold layer={layer} change={change} />
      <GhostFold layer={layer} />
      <BlendFold blend={layer.blend} change={change} />
      <EffectsFold layer={layer} />
    </View>
  );
}

/** Starting looks are drawn for 1080 lines and grow with the canvas. */
function useLines(): (pixels: number) => number {
  const { height } = useEditing().document;
  return (pixels) => Math.max(1, Math.round((pixels * height) / 1080));
}

function BorderFold({
  border,
  change,
}: {
  readonly border: Border | null;
  readonly change: ChangeLayer;
}) {
  const lines = useLines();
  const first: Border = { colour: '#231c35', width: lines(4), side: 'outside' };
  const set = (next: Border | null, gesture: string | null = null) =>
    change({ border: next } as Partial<Layer>, gesture);
  return (
    <Fold label="Border" icon="square-outline" now={border ? `${border.width} px` : 'none'}>
      <Toggle label="Border" value={border !== null} onChange={(on) => set(on ? first : null)} />
      {border ? <BorderFields border={border} onChange={set} /> : null}
    </Fold>
  );
}

interface FoldProps extends SectionProps {
  readonly change: ChangeLayer;
}

const OFFSET = { unit: 'px', min: -2000, max: 2000, step: 1, feel: { min: -60, max: 60 } };
const BLUR = { unit: 'px', min: 0, max: 1000, step: 1, feel: { min: 0, max: 80 } };

function ShadowFold({ layer: { shadow }, change }: FoldProps) {
  const lines = useLines();
  const first: Shadow = {
    colour: '#000000',
    opacity: 0.6,
    dx: lines(4),
    dy: lines(6),
    blur: lines(16),
  };
  const set = (patch: Partial<Shadow>, gesture: string | null) =>
    change({ shadow: { ...(shadow ?? first), ...patch } }, gesture);
  return (
    <Fold label="Drop shadow" icon="box-shadow" now={shadow ? `${shadow.blur} px soft` : 'none'}>
      <Toggle
        label="Drop shadow"
        value={shadow !== null}
        onChange={(on) => change({ shadow: on ? first : null })}
      />
      {shadow ? (
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
            {...OFFSET}
            value={shadow.dx}
            onChange={(dx, gesture) => set({ dx }, gesture)}
          />
          <NumberField
            label="Shadow down"
            {...OFFSET}
            value={shadow.dy}
            onChange={(dy, gesture) => set({ dy }, gesture)}
          />
          <NumberField
            label="Shadow blur"
            {...BLUR}
            value={shadow.blur}
            onChange={(blur, gesture) => set({ blur }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}

function GlowFold({ layer: { glow }, change }: FoldProps) {
  const lines = useLines();
  const first: Glow = { colour: '#e9a23b', opacity: 0.8, blur: lines(40) };
  const set = (patch: Partial<Glow>, gesture: string | null) =>
    change({ glow: { ...(glow ?? first), ...patch } }, gesture);
  return (
    <Fold label="Glow" icon="white-balance-sunny" now={glow ? `${glow.blur} px` : 'none'}>
      <Toggle
        label="Glow"
        value={glow !== null}
        onChange={(on) => change({ glow: on ? first : null })}
      />
      {glow ? (
        <>
          <ColourField
            label="Glow colour"
            value={glow.colour}
            onChange={(colour, gesture) => set({ colour }, gesture)}
          />
          <ShareField
            label="Glow opacity"
            value={glow.opacity}
            onChange={(opacity, gesture) => set({ opacity }, gesture)}
          />
          <NumberField
            label="Glow size"
            {...BLUR}
            value={glow.blur}
            onChange={(blur, gesture) => set({ blur }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}

const FIRST_WALL: Wall = { colour: '#231c35', opacity: 1 };

function WallFold({ wall, change }: { readonly wall: Wall | null; readonly change: ChangeLayer }) {
  const set = (next: Wall | null, gesture: string | null = null) =>
    change({ wall: next } as Partial<Layer>, gesture);
  return (
    <Fold label="Wall with a hole" icon="wall" now={wall ? 'on' : 'off'}>
      <Toggle
        label="Cut it out of a wall"
        value={wall !== null}
        onChange={(on) => set(on ? FIRST_WALL : null)}
      />
      {wall ? (
        <>
          <ColourField
            label="Wall colour"
            value={wall.colour}
            onChange={(colour, gesture) => set({ ...wall, colour }, gesture)}
          />
          <ShareField
            label="Wall opacity"
            value={wall.opacity}
            onChange={(opacity, gesture) => set({ ...wall, opacity }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}

function ReflectionFold({ layer: { reflection }, change }: FoldProps) {
  const lines = useLines();
  const first: Reflection = { gap: lines(8), length: lines(120), opacity: 0.45 };
  const set = (patch: Partial<Reflection>, gesture: string | null) =>
    change({ reflection: { ...(reflection ?? first), ...patch } }, gesture);
  const limits = { unit: 'px', min: 0, max: 20000, step: 1, feel: { min: 0, max: 400 } };
  return (
    <Fold label="Reflection" icon="flip-vertical" now={reflection ? 'on' : 'off'}>
      <Toggle
        label="Mirror it underneath"
        value={reflection !== null}
        onChange={(on) => change({ reflection: on ? first : null })}
      />
      {reflection ? (
        <>
          <NumberField
            label="Mirror gap"
            {...limits}
            value={reflection.gap}
            onChange={(gap, gesture) => set({ gap }, gesture)}
          />
          <NumberField
            label="Fades over"
            {...limits}
            value={reflection.length}
            onChange={(length, gesture) => set({ length }, gesture)}
          />
          <ShareField
            label="Mirror opacity"
            value={reflection.opacity}
            onChange={(opacity, gesture) => set({ opacity }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}

const BLEND_OPTIONS = BLENDS.map((value) => ({
  value,
  label: value[0].toUpperCase() + value.slice(1),
}));

function BlendFold({ blend, change }: { readonly blend: Blend; readonly change: ChangeLayer }) {
  return (
    <Fold label="Blend" icon="circle-opacity" now={blend}>
      <LongChoice
        label="Blend"
        options={BLEND_OPTIONS}
        value={blend}
        onChange={(next) => change({ blend: next })}
      />
    </Fold>
  );
}

function EffectsFold({ layer }: SectionProps) {
  const { effects } = layer;
  const change = useChange(layer.id);
  const set = (patch: Partial<Effects>, gesture: string | null) =>
    change({ effects: { ...effects, ...patch } }, gesture);
  const share = { unit: '%', factor: 100, feel: { min: 0, max: 200 } };
  return (
    <Fold label="Effects" icon="auto-fix" now={isNeutral(effects) ? 'none' : 'on'}>
      <AnimatedField layer={layer} channel="blur" unit="px" feel={{ min: 0, max: 60 }} />
      <AnimatedField layer={layer} channel="brightness" {...share} />
      <AnimatedField layer={layer} channel="contrast" {...share} />
      <AnimatedField layer={layer} channel="saturation" {...share} />
      <AnimatedField layer={layer} channel="hue" unit="°" feel={{ min: -180, max: 180 }} />
      <LutFields effects={effects} onChange={set} />
      <ColourField
        label="Tint"
        value={effects.tint}
        onChange={(tint, gesture) => set({ tint }, gesture)}
      />
      <AnimatedField layer={layer} channel="tintStrength" {...share} feel={{ min: 0, max: 100 }} />
    </Fold>
  );
}
