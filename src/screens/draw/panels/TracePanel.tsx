import { useState } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import { type Trace } from '@/core/document';
import { addStrokes, changeInk, findLayer } from '@/core/edit';
import { tell } from '@/store/session';
import { editWhenDone } from '@/store/lateEdits';
import { useAppDispatch } from '@/store/store';
import { work } from '@/store/work';
import { Action } from '@/ui/Action';
import { newGesture } from '@/ui/gesture';
import { NumberField } from '@/ui/NumberField';
import { FIELD, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { chooseFiles } from '../../shared/files';
import { FontField } from '../../shared/FontField';
import { useDraw } from '../draw';

/** Words to write over, faint and never part of the overlay. */
export function TracePanel() {
  const tokens = useTokens();
  const { overlay, layer, change } = useDraw();
  const [gesture, setGesture] = useState(newGesture);
  const first: Trace = { text: '', font: 'caveat', size: Math.round(overlay.height / 4) };
  const trace = layer.trace ?? first;
  const set = (patch: Partial<Trace>, group: string | null) =>
    change((entry) => {
      const next = { ...first, ...entry.trace, ...patch };
      return { ...entry, trace: next.text.trim() === '' ? null : next };
    }, group);
  return (
    <View>
      <Words kind="small" soft>
        Words to write over with the pen. They are seen here alone, and never sent.
      </Words>
      <TextInput
        aria-label="Words to write over"
        placeholder="Type what you want to write"
        value={trace.text}
        onFocus={() => setGesture(newGesture())}
        onChangeText={(text) => set({ text }, gesture)}
        style={[FIELD, styles.text, { color: tokens.ink, borderColor: tokens.line }]}
      />
      {layer.trace ? (
        <>
          <FontField
            label="Font to write over"
            words={trace.text}
            value={trace.font}
            onChange={(font) => set({ font }, null)}
          />
          <NumberField
            label="Their size"
            unit="px"
            min={1}
            max={10000}
            step={1}
            feel={{ min: 20, max: 800 }}
            value={trace.size}
            onChange={(size, group) => set({ size }, group)}
          />
        </>
      ) : null}
      <BringSvg />
    </View>
  );
}

/** Lines drawn elsewhere, as strokes of this drawing. */
function BringSvg() {
  const { overlay, layer, drawing, left } = useDraw();
  const dispatch = useAppDispatch();
  const bring = async () => {
    const [file] = await chooseFiles('.svg,image/svg+xml', false);
    if (!file) return;
    try {
      await dispatch(
        editWhenDone(
          overlay.id,
          {
            // What is drawn meanwhile stays; only the drawing has to be there.
            about: (stack) => [findLayer(stack, layer.id)?.kind],
            work: () => work.drawSvg(file, overlay),
            merge: (strokes) => (stack) =>
              changeInk(stack, layer.id, (ink) => addStrokes(ink, drawing.id, strokes)),
          },
          left,
        ),
      );
    } catch (error) {
      if (!left.aborted) dispatch(tell(error));
    }
  };
  return (
    <View style={styles.row}>
      <Action label="Bring in an SVG’s lines" icon="svg" onPress={() => void bring()} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', paddingVertical: 8 },
  text: {
    marginVertical: 6,
  },
});
