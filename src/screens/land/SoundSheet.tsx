import { StyleSheet, View } from 'react-native';
import { type Footage, type Landing, type SoundTrack } from '@/core/document';
import { changeTrack, removeTrack } from '@/core/edit';
import { selectFootageById } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { IconAction } from '@/ui/Action';
import { NumberField } from '@/ui/NumberField';
import { SecondsField } from '@/ui/SecondsField';
import { Sheet } from '@/ui/Sheet';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { useEditing } from '../layers/editing';
import { FootageChoice } from '../layers/sections/ClipTimeFields';
import { LoudnessFields } from '../layers/sections/LoudnessFields';
import { useLandingEdit } from '../layers/sounds';

interface SoundSheetProps {
  readonly landing: Landing;
  readonly track: SoundTrack;
}

/** The settings of a sound: which one, when, which part of it, and how loud. */
export function SoundSheet({ landing, track }: SoundSheetProps) {
  const { select } = useEditing();
  const edit = useLandingEdit();
  const footage = useAppSelector((state) => selectFootageById(state, track.footage ?? ''));
  const change = (patch: Partial<SoundTrack>, gesture: string | null = null) =>
    edit(
      (document) => changeTrack(document, track.id, (entry) => ({ ...entry, ...patch })),
      gesture,
    );
  return (
    <Sheet
      top={
        <View style={styles.top}>
          <View style={styles.heading}>
            <Words kind="heading">{track.name}</Words>
          </View>
          <IconAction
            icon="delete-outline"
            label="Take the sound off"
            onPress={() => {
              select([]);
              edit((document) => removeTrack(document, track.id));
            }}
          />
          <IconAction icon="close" label="Done" onPress={() => select([])} />
        </View>
      }
    >
      <FootageChoice
        label="Sound"
        types={['sound', 'video']}
        value={track.footage}
        onChange={({ id, name }) => change({ footage: id, name, in: 0, out: null })}
      />
      {footage ? <TimeFields {...{ landing, track, footage, change }} /> : null}
      <LoudnessFields value={track} onChange={change} />
      <Toggle label="Silent" value={track.muted} onChange={(muted) => change({ muted })} />
    </Sheet>
  );
}

interface TimeFieldsProps extends SoundSheetProps {
  readonly footage: Footage;
  readonly change: (patch: Partial<SoundTrack>, gesture?: string | null) => void;
}

function TimeFields({ landing, track, footage, change }: TimeFieldsProps) {
  const duration = Number(footage.duration.toFixed(2));
  const part = { unit: 's', min: 0, max: duration, step: 0.01 };
  return (
    <>
      <SecondsField
        label="Starts at"
        frames={track.start}
        rate={landing.rate}
        min={-3600}
        feel={{ min: 0, max: (landing.length * landing.rate.den) / landing.rate.num }}
        onChange={(start, gesture) => change({ start }, gesture)}
      />
      <NumberField
        label="In point"
        {...part}
        value={track.in}
        onChange={(at, gesture) => change({ in: at }, gesture)}
      />
      <NumberField
        label="Out point"
        {...part}
        value={track.out ?? duration}
        onChange={(at, gesture) => change({ out: at >= duration ? null : at }, gesture)}
      />
    </>
  );
}

const styles = StyleSheet.create({
  top: { flexDirection: 'row', alignItems: 'center', paddingRight: 12 },
  heading: { flex: 1, paddingHorizontal: 16 },
});
