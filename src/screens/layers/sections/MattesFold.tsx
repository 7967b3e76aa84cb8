import { StyleSheet, View } from 'react-native';
import {
  type ClipLayer,
  type FootageLayer,
  type GarbageMatte,
  type PictureLayer,
} from '@/core/document';
import {
  addMatte,
  addMattePoint,
  changeMatte,
  drawMatteAt,
  removeMatte,
  removeMattePoint,
} from '@/core/edit';
import { newId } from '@/store/actions';
import { Action } from '@/ui/Action';
import { Chip, Choice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { NumberField } from '@/ui/NumberField';
import { useEditing, usePausedFrame } from '../editing';
import { useLayerEdit } from '../useChange';
import type { SectionProps } from './types';

const KEEPS = [
  { value: 'in', label: 'Keep what is in it' },
  { value: 'out', label: 'Keep what is not' },
] as const;

/** Polygons drawn by hand on the stage, which leave only part of a picture or clip. */
export function MattesFold({ layer }: SectionProps<PictureLayer | ClipLayer>) {
  const { openMatte, setOpenMatte } = useEditing();
  const frame = usePausedFrame();
  const edit = useFootageEdit(layer.id);
  const open = layer.mattes.find(({ id }) => id === openMatte) ?? null;
  const count = layer.mattes.length;
  const add = () => {
    const id = newId();
    edit((entry) => addMatte(entry, id, frame), null);
    setOpenMatte(id);
  };
  return (
    <Fold label="Garbage mattes" icon="vector-polygon" now={count === 0 ? 'none' : `${count}`}>
      <View style={styles.row}>
        {layer.mattes.map((matte, i) => (
          <Chip
            key={matte.id}
            label={`Matte ${i + 1}`}
            selected={matte === open}
            onPress={() => setOpenMatte(matte === open ? null : matte.id)}
          />
        ))}
        <Action label="Draw a matte" icon="plus" onPress={add} />
      </View>
      {open ? <MatteFields layer={layer} matte={open} /> : null}
    </Fold>
  );
}

type FootageEdit = (change: (layer: FootageLayer) => FootageLayer, gesture: string | null) => void;

function useFootageEdit(id: string): FootageEdit {
  const edit = useLayerEdit(id);
  return (change, gesture) =>
    edit(
      (entry) => (entry.kind === 'picture' || entry.kind === 'clip' ? change(entry) : entry),
      gesture,
    );
}

interface MatteFieldsProps extends SectionProps<PictureLayer | ClipLayer> {
  readonly matte: GarbageMatte;
}

function MatteFields({ layer, matte }: MatteFieldsProps) {
  const { point, choosePoint, setOpenMatte } = useEditing();
  const frame = usePausedFrame();
  const edit = useFootageEdit(layer.id);
  const change = (next: (entry: GarbageMatte) => GarbageMatte, gesture: string | null = null) =>
    edit((entry) => changeMatte(entry, matte.id, next), gesture);
  const { points } = matte.drawn[0];
  const chosen = Math.min(point ?? 0, points.length - 1);
  const isDrawnHere = matte.drawn.some((entry) => entry.frame === frame);
  return (
    <>
      <Choice
        label="What it keeps"
        options={KEEPS}
        value={matte.keep}
        onChange={(keep) => change((entry) => ({ ...entry, keep }))}
      />
      <NumberField
        label="Matte feather"
        unit="px"
        value={matte.feather}
        min={0}
        max={1000}
        step={1}
        feel={{ min: 0, max: 60 }}
        onChange={(feather, gesture) => change((entry) => ({ ...entry, feather }), gesture)}
      />
      <View style={styles.row}>
        <Action
          label="Add a point"
          icon="vector-point-plus"
          onPress={() => {
            change((entry) => addMattePoint(entry, chosen));
            choosePoint(chosen + 1);
          }}
        />
        <Action
          label="Remove the point"
          icon="vector-point-minus"
          disabled={points.length <= 3}
          onPress={() => change((entry) => removeMattePoint(entry, chosen))}
        />
        <Action
          label={isDrawnHere ? 'Drawn at this frame' : 'Draw it anew at this frame'}
          icon="rhombus-outline"
          disabled={isDrawnHere}
          onPress={() => change((entry) => drawMatteAt(entry, frame))}
        />
        <Action
          label="Remove the matte"
          icon="delete-outline"
          onPress={() => {
            setOpenMatte(null);
            edit((entry) => removeMatte(entry, matte.id), null);
          }}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
});
