import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Stroke } from '@/core/document';
import {
  changeStrokes,
  reordered,
  restyleStrokes,
  turnStroke,
  type StrokeStyle,
} from '@/core/edit';
import { Action } from '@/ui/Action';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { AllStrokes } from '../../shared/AllStrokes';
import { useDraw } from '../draw';

/** What is drawn already: given another look without drawing it again, and put in order. */
export function StrokesPanel() {
  const { layer, drawing, change } = useDraw();
  if (drawing.strokes.length === 0) {
    return (
      <Words kind="small" soft>
        Nothing is drawn yet. What you draw can be recoloured, thickened and put in another order
        here.
      </Words>
    );
  }
  return (
    <View>
      <Words kind="small" soft>
        {layer.drawings.length > 1 ? 'All strokes of all drawings' : 'All strokes'}
      </Words>
      <AllStrokes layer={layer} change={change} />
      <OneStroke />
    </View>
  );
}

/** One stroke at a time, by its number in the order of drawing. */
function OneStroke() {
  const { strokes } = useDraw().drawing;
  const [chosen, setChosen] = useState(1);
  const at = Math.min(chosen, strokes.length) - 1;
  return (
    <Fold label="One stroke" icon="vector-curve" now={`${at + 1} of ${strokes.length}`}>
      <NumberField
        label="Stroke"
        min={1}
        max={strokes.length}
        step={1}
        value={at + 1}
        onChange={(number) => setChosen(Math.round(number))}
      />
      <StrokeFields stroke={strokes[at]} at={at} onMoved={(to) => setChosen(to + 1)} />
    </Fold>
  );
}

interface StrokeFieldsProps {
  readonly stroke: Stroke;
  /** Its place in the order of drawing, from 0. */
  readonly at: number;
  readonly onMoved: (to: number) => void;
}

/** What can be done with one stroke; while it is open, that one is pointed out on the canvas. */
function StrokeFields({ stroke, at, onMoved }: StrokeFieldsProps) {
  const { drawing, change, setLit } = useDraw();
  const { id } = stroke;
  useEffect(() => {
    setLit(id);
    return () => setLit(null);
  }, [id, setLit]);
  const edit = (next: (strokes: readonly Stroke[]) => readonly Stroke[]) =>
    change((layer) => changeStrokes(layer, drawing.id, next));
  const moveTo = (to: number) => {
    edit((all) => reordered(all, id, to));
    onMoved(to);
  };
  const set = (style: Partial<StrokeStyle>, gesture: string | null = null) =>
    change((layer) => restyleStrokes(layer, style, id), gesture);
  return (
    <>
      <View style={styles.row}>
        <Action
          label="Earlier"
          icon="arrow-left"
          disabled={at === 0}
          onPress={() => moveTo(at - 1)}
        />
        <Action
          label="Later"
          icon="arrow-right"
          disabled={at === drawing.strokes.length - 1}
          onPress={() => moveTo(at + 1)}
        />
        <Action
          label="From its other end"
          icon="swap-horizontal"
          onPress={() => edit((all) => all.map((one) => (one.id === id ? turnStroke(one) : one)))}
        />
        <Action
          label="Remove stroke"
          icon="delete-outline"
          onPress={() => edit((all) => all.filter((one) => one.id !== id))}
        />
      </View>
      <ColourField
        label="Its colour"
        value={stroke.colour}
        onChange={(colour, gesture) => set({ colour }, gesture)}
      />
      <Toggle
        label="Filled once it is drawn"
        value={stroke.fill !== null}
        onChange={(on) => set({ fill: on ? stroke.colour : null })}
      />
      {stroke.fill ? (
        <ColourField
          label="Its fill"
          value={stroke.fill}
          onChange={(fill, gesture) => set({ fill }, gesture)}
        />
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingVertical: 4 },
});
