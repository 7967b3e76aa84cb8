import { StyleSheet, View } from 'react-native';
import type { PathPoint } from '@/core/geometry/path';
import { updateMove } from '@/core/edit';
import { movedPoint, roundedPoint, straightened, withPointAfter } from '@/core/geometry/editPath';
import { Action } from '@/ui/Action';
import { NumberField } from '@/ui/NumberField';
import { Words } from '@/ui/Words';
import { useEditing } from '../editing';
import type { MoveProps } from './types';

/** The path of a move; its points and handles are on the stage. */
export function PathFields({ layer, move }: MoveProps) {
  const { edit } = useEditing();
  return (
    <PathActions
      path={move.path}
      onChange={(path, gesture) =>
        edit((document) => updateMove(document, layer.id, move.id, { path }), gesture)
      }
    />
  );
}

interface PathActionsProps {
  readonly path: readonly PathPoint[];
  readonly onChange: (path: readonly PathPoint[], gesture: string | null) => void;
}

/** Adds, removes and bends points; the chosen one, or the last. */
export function PathActions({ path, onChange }: PathActionsProps) {
  const { point, choosePoint } = useEditing();
  const chosen = point !== null && point < path.length ? point : path.length - 1;
  const bent = path.length > 0 && isBent(path[chosen]);
  return (
    <View>
      <Words kind="small" soft>
        {`${path.length} points, on the stage. Drag them, or the handles of point ${chosen + 1}.`}
      </Words>
      <View style={styles.row}>
        <Action
          label="Add a point"
          icon="vector-point-plus"
          onPress={() => {
            onChange(withPointAfter(path, chosen), null);
            choosePoint(chosen + 1);
          }}
        />
        <Action
          label="Remove this point"
          icon="vector-point-minus"
          disabled={path.length < 3}
          onPress={() => {
            onChange(path.toSpliced(chosen, 1), null);
            choosePoint(null);
          }}
        />
        <Action
          label={bent ? 'Make it a corner' : 'Make it round'}
          icon={bent ? 'vector-polyline' : 'vector-curve'}
          onPress={() =>
            onChange(bent ? straightened(path, chosen) : roundedPoint(path, chosen), null)
          }
        />
      </View>
      {path.length > 0 ? <PointFields {...{ path, chosen, onChange }} /> : null}
    </View>
  );
}

const OFFSET = { unit: 'px', min: -20000, max: 20000, step: 1, feel: { min: -1000, max: 1000 } };

/** Where the chosen point is, from where the layer rests. */
function PointFields({ path, chosen, onChange }: PathActionsProps & { readonly chosen: number }) {
  const { x, y } = path[chosen];
  return (
    <>
      <NumberField
        label="Point across"
        {...OFFSET}
        value={x}
        onChange={(next, gesture) => onChange(movedPoint(path, chosen, next, y), gesture)}
      />
      <NumberField
        label="Point down"
        {...OFFSET}
        value={y}
        onChange={(next, gesture) => onChange(movedPoint(path, chosen, x, next), gesture)}
      />
    </>
  );
}

const isBent = ({ inX, inY, outX, outY }: PathPoint): boolean =>
  inX !== 0 || inY !== 0 || outX !== 0 || outY !== 0;

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingVertical: 4 },
});
