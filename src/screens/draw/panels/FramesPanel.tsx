import { StyleSheet, View } from 'react-native';
import { createBoil, DRAWING_RATES } from '@/core/document';
import { drawBoil, holdDrawing, removeDrawing, reordered } from '@/core/edit';
import { roundLength } from '@/core/ink/drawings';
import { newId } from '@/store/actions';
import { Action } from '@/ui/Action';
import { Choice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Words } from '@/ui/Words';
import { AFTER_CLIP, AfterField } from '../../layers/sections/ClipTimeFields';
import { BoilFields } from '../../shared/BoilFields';
import { useAddFrame, useDraw, usePen } from '../draw';

const RATES = DRAWING_RATES.map((rate) => ({ value: String(rate), label: `${rate} a second` }));

/** Several drawings, one after the other. */
export function FramesPanel() {
  const { overlay, layer, drawing, choose, change } = useDraw();
  const at = layer.drawings.findIndex(({ id }) => id === drawing.id);
  const add = useAddFrame();
  const several = layer.drawings.length > 1;
  const seconds = Number((roundLength(layer) / layer.rate).toFixed(2));
  return (
    <View>
      <Words kind="small" soft>
        {several
          ? `${layer.drawings.length} frames; one round takes ${seconds} s.`
          : 'Draw the same thing several times over, a frame each, and it comes alive.'}
      </Words>
      <View style={styles.row}>
        <Action label="New frame" icon="plus" tone="main" onPress={() => add([])} />
        <Action label="Copy frame" icon="content-copy" onPress={() => add(drawing.strokes)} />
        {several ? (
          <>
            <Action
              label="Frame earlier"
              icon="arrow-left"
              disabled={at === 0}
              onPress={() =>
                change((entry) => ({
                  ...entry,
                  drawings: reordered(entry.drawings, drawing.id, at - 1),
                }))
              }
            />
            <Action
              label="Frame later"
              icon="arrow-right"
              disabled={at === layer.drawings.length - 1}
              onPress={() =>
                change((entry) => ({
                  ...entry,
                  drawings: reordered(entry.drawings, drawing.id, at + 1),
                }))
              }
            />
            <Action
              label="Remove frame"
              icon="delete-outline"
              onPress={() => {
                choose(layer.drawings[at === 0 ? 1 : at - 1].id);
                change((entry) => removeDrawing(entry, drawing.id));
              }}
            />
          </>
        ) : null}
      </View>
      {several ? <SeveralFields /> : null}
      <BoilFields
        boil={layer.boil}
        first={createBoil(overlay)}
        onChange={(boil, gesture) => change((entry) => ({ ...entry, boil }), gesture)}
      />
      {layer.boil && layer.boil.versions > 1 ? (
        <View style={styles.row}>
          <Action
            label="Make frames of the boil"
            icon="filmstrip"
            onPress={() =>
              change((entry) => ({
                ...drawBoil(entry, drawing.id, layer.boil!, newId),
                rate: layer.boil!.rate,
                boil: null,
              }))
            }
          />
        </View>
      ) : null}
    </View>
  );
}

function SeveralFields() {
  const { layer, drawing, change } = useDraw();
  const [{ onion }, setPen] = usePen();
  return (
    <>
      <Choice
        label="Frames a second"
        options={RATES}
        value={String(layer.rate)}
        onChange={(rate) => change((entry) => ({ ...entry, rate: Number(rate) }))}
      />
      <NumberField
        label="Hold this one"
        unit="×"
        min={1}
        max={1000}
        step={1}
        feel={{ min: 1, max: 12 }}
        value={drawing.hold}
        onChange={(hold, gesture) =>
          change((entry) => holdDrawing(entry, drawing.id, Math.round(hold)), gesture)
        }
      />
      <AfterField
        options={AFTER_CLIP}
        value={layer.after}
        onChange={(after) => change((entry) => ({ ...entry, after }))}
      />
      <Fold
        label="Onion skin"
        icon="layers-triple-outline"
        now={`${onion.before} before, ${onion.after} after`}
      >
        <NumberField
          label="Before"
          min={0}
          max={10}
          step={1}
          feel={{ min: 0, max: 4 }}
          value={onion.before}
          onChange={(before) => setPen({ onion: { ...onion, before: Math.round(before) } })}
        />
        <NumberField
          label="After"
          min={0}
          max={10}
          step={1}
          feel={{ min: 0, max: 4 }}
          value={onion.after}
          onChange={(after) => setPen({ onion: { ...onion, after: Math.round(after) } })}
        />
        <ShareField
          label="Strength"
          value={onion.strength}
          onChange={(strength) => setPen({ onion: { ...onion, strength } })}
        />
      </Fold>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingVertical: 4 },
});
