import { View } from 'react-native';
import { createBoil, type Layer, type WordsLayer } from '@/core/document';
import { setLetters, type Stretch } from '@/core/edit';
import { LAYER_KINDS } from '@/core/layerKinds';
import { BoilFields } from '../../shared/BoilFields';
import { AnimatedField } from '../AnimatedField';
import { useEditing } from '../editing';
import { useChange, useLayerEdit } from '../useChange';
import { FillFields } from './FillFields';
import { GhostFold } from './GhostFold';
import { LetterFields } from './LetterFields';
import { StretchChoice } from './StretchChoice';
import { BlendFold } from './look/BlendFold';
import { BorderFold } from './look/BorderFold';
import { EffectsFold } from './look/EffectsFold';
import { GlowFold } from './look/GlowFold';
import { ReflectionFold } from './look/ReflectionFold';
import { ShadowFold } from './look/ShadowFold';
import { WallFold } from './look/WallFold';
import { section, type SectionProps } from './types';

export const lookSection = section({
  name: 'look',
  label: 'Look',
  kinds: LAYER_KINDS,
  Content: LookSection,
});

/** Fill, opacity, border, shadow and glow, blend, and effects; of some letters too. */
function LookSection({ layer }: SectionProps) {
  const { stretch } = useEditing();
  if (layer.kind !== 'words') return <WholeLook layer={layer} />;
  return (
    <View>
      <StretchChoice layer={layer} />
      {stretch ? <StretchLook layer={layer} stretch={stretch} /> : <WholeLook layer={layer} />}
    </View>
  );
}

interface StretchLookProps extends SectionProps<WordsLayer> {
  readonly stretch: Stretch;
}

function StretchLook({ layer, stretch }: StretchLookProps) {
  const edit = useLayerEdit(layer.id);
  const look = layer.letters.find(({ index }) => index >= stretch.from && index < stretch.to);
  const set: Parameters<typeof LetterFields>[0]['onChange'] = (patch, gesture) =>
    edit((entry) => (entry.kind === 'words' ? setLetters(entry, stretch, patch) : entry), gesture);
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
