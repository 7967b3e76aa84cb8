import { View } from 'react-native';
import { createBoil, type Layer, type WordsLayer } from '@/core/document';
import { setLetter } from '@/core/edit';
import { LAYER_KINDS } from '@/core/layerKinds';
import { BoilFields } from '../../shared/BoilFields';
import { AnimatedField } from '../AnimatedField';
import { useEditing } from '../editing';
import { useChange, useLayerEdit } from '../useChange';
import { FillFields } from './FillFields';
import { GhostFold } from './GhostFold';
import { LetterChoice, LetterFields } from './LetterFields';
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
