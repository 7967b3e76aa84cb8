import { View } from 'react-native';
import {
  PLAIN_SOUND,
  type ClipLayer,
  type Loudness,
  type Media,
  type PictureLayer,
} from '@/core/document';
import { updateLayer } from '@/core/edit';
import { selectFootageById } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { work } from '@/store/work';
import { Alert } from '@/ui/Alert';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { useAnswer } from '../../shared/useAnswer';
import { useEditing } from '../editing';
import { FitField, FootageChoice } from './ClipTimeFields';
import { LoudnessFields } from './LoudnessFields';
import { RecordingFold } from './RecordingFold';
import { section, type SectionProps } from './types';

const LIMITS = { min: 1, max: 20000, step: 1, unit: 'px' } as const;

export const pictureSection = section({
  name: 'what',
  label: 'Picture',
  kinds: ['picture'],
  Content: FootageSection,
});

export const clipSection = section({
  name: 'what',
  label: 'Clip',
  kinds: ['clip'],
  Content: FootageSection,
});

/** Which picture or clip, the box it lies in, and how a clip runs. */
function FootageSection({ layer }: SectionProps<PictureLayer | ClipLayer>) {
  const { document, edit } = useEditing();
  const footage = useAppSelector((state) => selectFootageById(state, layer.footage ?? ''));
  const change = (
    patch: Partial<PictureLayer> | Partial<ClipLayer>,
    gesture: string | null = null,
  ) => edit((document) => updateLayer(document, layer.id, patch), gesture);
  return (
    <View>
      {layer.footage && !footage ? (
        <Alert text="What was shown here is no longer in the kit. Choose something else." />
      ) : null}
      <FootageChoice
        label={layer.kind === 'clip' ? 'Clip' : 'Picture'}
        types={[layer.kind === 'clip' ? 'video' : 'still']}
        value={layer.footage}
        onChange={({ id, name }) => change({ footage: id, name })}
      />
      <NumberField
        label="Box width"
        {...LIMITS}
        value={layer.width}
        feel={{ min: 1, max: 2000 }}
        onChange={(width, gesture) => change({ width }, gesture)}
      />
      <NumberField
        label="Box height"
        {...LIMITS}
        value={layer.height}
        feel={{ min: 1, max: 1200 }}
        onChange={(height, gesture) => change({ height }, gesture)}
      />
      <FitField value={layer.fit} onChange={(fit) => change({ fit })} />
      {layer.kind === 'clip' && footage?.type === 'video' && document.kind === 'landing' ? (
        <OwnSound
          key={footage.id}
          media={footage.media}
          value={layer.sound}
          onChange={(sound, gesture) => change({ sound }, gesture)}
        />
      ) : null}
      {layer.kind === 'clip' && footage?.type === 'video' ? (
        <RecordingFold key={footage.id} layer={layer} footage={footage} />
      ) : null}
    </View>
  );
}

interface OwnSoundProps {
  readonly media: Media;
  readonly value: Loudness | null;
  readonly onChange: (sound: Loudness | null, gesture: string | null) => void;
}

/** The sound the clip came with. */
function OwnSound({ media, value, onChange }: OwnSoundProps) {
  const has = useAnswer(() => work.hasSound(media), media.hash);
  if (has === false) {
    return (
      <Words kind="small" soft>
        This clip has no sound.
      </Words>
    );
  }
  return (
    <>
      <Toggle
        label="With its own sound"
        value={value !== null}
        onChange={(on) => onChange(on ? PLAIN_SOUND : null, null)}
      />
      {value ? (
        <LoudnessFields
          value={value}
          onChange={(patch, gesture) => onChange({ ...value, ...patch }, gesture)}
        />
      ) : null}
    </>
  );
}
