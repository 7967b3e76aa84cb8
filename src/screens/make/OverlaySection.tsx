import { StyleSheet, View } from 'react-native';
import { changeLength } from '@/core/edit';
import { shortestStretch, stretchStay } from '@/core/motion/stay';
import { framesToSeconds, secondsLabel, secondsToFrames } from '@/core/time';
import { selectFootageById } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { Choice } from '@/ui/Chip';
import { SecondsField } from '@/ui/SecondsField';
import { Words } from '@/ui/Words';
import { BackdropFields, RateField, SizeFields } from '../layers/CanvasFields';
import { GuideFields } from './GuideFields';
import { ManyFromTable } from './ManyFromTable';
import { useOverlay } from './useOverlay';
import { quoted } from '@/core/quoted';

/** The overlay's own settings: size, rate, length, backdrop, guide frame. */
export function OverlaySection() {
  const { overlay, edit } = useOverlay();
  return (
    <View style={styles.column}>
      <LastsAgainst />
      <BackdropFields />
      <GuideFields overlay={overlay} edit={edit} />
      <SizeFields />
      <TimeFields />
      <ManyFromTable />
    </View>
  );
}

/** How long the overlay lasts against the footage it is made for, and the way to have it stay. */
function LastsAgainst() {
  const { overlay, edit } = useOverlay();
  const footage = useAppSelector((state) => selectFootageById(state, overlay.guide?.footage ?? ''));
  if (footage?.type !== 'video') return null;
  const whole = secondsToFrames(footage.duration, overlay.rate);
  if (overlay.length >= whole) return null;
  const lasts = secondsLabel(overlay.length, overlay.rate);
  return (
    <>
      <Words>{`It lasts ${lasts}; ${quoted(footage.name)} lasts ${secondsLabel(whole, overlay.rate)}.`}</Words>
      <View style={{ flexDirection: 'row' }}>
        <Action
          label="Stay throughout"
          icon="arrow-expand-horizontal"
          onPress={() => edit((document) => changeLength(document, whole))}
        />
      </View>
    </>
  );
}

function TimeFields() {
  const { overlay, edit } = useOverlay();
  return (
    <>
      <Words kind="small" soft>
        Length
      </Words>
      <Choice
        label="Length follows"
        options={LENGTHS}
        value={overlay.lengthFollows ? 'artwork' : 'hand'}
        onChange={(by) => edit((document) => ({ ...document, lengthFollows: by === 'artwork' }))}
      />
      {overlay.lengthFollows ? null : (
        <SecondsField
          label="Length"
          frames={overlay.length}
          rate={overlay.rate}
          min={0.01}
          feel={{ min: 0.1, max: 20 }}
          onChange={(frames, gesture) =>
            edit((document) => changeLength(document, Math.max(1, frames)), gesture)
          }
        />
      )}
      <StretchField />
      <RateField />
    </>
  );
}

const LENGTHS = [
  { value: 'hand', label: 'Set by hand' },
  { value: 'artwork', label: 'As long as the artwork' },
] as const;

/** A new length that leaves all arriving and leaving alone. */
function StretchField() {
  const { overlay, edit } = useOverlay();
  const shortest = shortestStretch(overlay);
  if (overlay.layers.length === 0 || shortest >= overlay.length) return null;
  return (
    <SecondsField
      label="Stretch the stay"
      frames={overlay.length}
      rate={overlay.rate}
      min={Number(framesToSeconds(shortest, overlay.rate).toFixed(3))}
      feel={{ min: framesToSeconds(shortest, overlay.rate), max: 30 }}
      onChange={(frames, gesture) => edit((document) => stretchStay(document, frames), gesture)}
    />
  );
}

const styles = StyleSheet.create({ column: { gap: 2 } });
