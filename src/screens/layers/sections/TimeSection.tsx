import { StyleSheet, View } from 'react-native';
import { type ClipLayer, type OverlayLayer } from '@/core/document';
import { shiftLayer, splitInTime, trimLayer, updateLayer } from '@/core/edit';
import { LAYER_KINDS } from '@/core/layerKinds';
import { timeLayers } from '@/core/motion/timing';
import { framesToSeconds } from '@/core/time';
import { newId } from '@/store/actions';
import { selectFootageById } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { SecondsField } from '@/ui/SecondsField';
import { useEditing, usePausedFrame } from '../editing';
import { AFTER_OVERLAY, AfterField, ClipTimeFields, LeadFields } from './ClipTimeFields';
import { LineUpFold } from './LineUpFold';
import { SnapToHit } from './SnapToHit';
import { section, type SectionProps } from './types';

export const timeSection = section({
  name: 'time',
  label: 'Time',
  kinds: LAYER_KINDS,
  Content: TimeSection,
});

/** From when to when the layer is on show, and how what it shows runs. */
function TimeSection({ layer }: SectionProps) {
  return (
    <View style={styles.column}>
      <SpanFields layer={layer} />
      {layer.kind === 'clip' ? <ClipFields layer={layer} /> : null}
      {layer.kind === 'clip' ? <LineUpFold layer={layer} /> : null}
      {layer.kind === 'overlay' ? <OverlayFields layer={layer} /> : null}
    </View>
  );
}

function SpanFields({ layer }: SectionProps) {
  const { document, edit } = useEditing();
  const frame = usePausedFrame();
  const { from, to } = timeLayers(document).get(layer.id)!;
  const length = framesToSeconds(document.length, document.rate);
  const fields = { rate: document.rate, feel: { min: 0, max: length } };
  return (
    <>
      <SecondsField
        label="Starts at"
        {...fields}
        frames={from}
        min={-3600}
        onChange={(at, gesture) => edit((stack) => shiftLayer(stack, layer.id, at - from), gesture)}
      />
      <SecondsField
        label="Ends at"
        {...fields}
        frames={to}
        min={-3600}
        onChange={(at, gesture) =>
          edit((stack) => trimLayer(stack, layer.id, 'to', Math.max(from + 1, at) - to), gesture)
        }
      />
      <View style={styles.row}>
        <Action
          label="To the end"
          icon="arrow-collapse-right"
          onPress={() => edit((stack) => trimLayer(stack, layer.id, 'to', document.length - to))}
        />
        <SnapToHit
          label="Start on the nearest hit"
          frame={from}
          onSnap={(hit) => edit((stack) => shiftLayer(stack, layer.id, hit - from))}
        />
        {frame > from && frame < to ? (
          <Action
            label="Split at the playhead"
            icon="content-cut"
            onPress={() => edit((stack) => splitInTime(stack, layer.id, frame, newId))}
          />
        ) : null}
      </View>
    </>
  );
}

function ClipFields({ layer }: SectionProps<ClipLayer>) {
  const { document, edit } = useEditing();
  const footage = useAppSelector((state) => selectFootageById(state, layer.footage ?? ''));
  if (!footage) return null;
  const { from, to } = timeLayers(document).get(layer.id)!;
  return (
    <ClipTimeFields
      time={layer.time}
      footage={footage}
      lasts={framesToSeconds(to - from, document.rate)}
      onChange={(time, gesture) => edit((stack) => updateLayer(stack, layer.id, { time }), gesture)}
    />
  );
}

function OverlayFields({ layer }: SectionProps<OverlayLayer>) {
  const { edit } = useEditing();
  return (
    <>
      <AfterField
        options={AFTER_OVERLAY}
        value={layer.after}
        onChange={(after) => edit((stack) => updateLayer(stack, layer.id, { after }))}
      />
      {layer.after === 'stretch' ? null : (
        <LeadFields
          lead={layer.lead}
          onChange={(lead, gesture) =>
            edit((stack) => updateLayer(stack, layer.id, { lead }), gesture)
          }
        />
      )}
    </>
  );
}

const styles = StyleSheet.create({
  column: { gap: 2 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
