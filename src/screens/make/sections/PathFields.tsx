import { StyleSheet, View } from 'react-native';
import { updateMove, type PathPoint } from '@/core/document';
import { roundedPoint, straightened, withPointAfter } from '@/core/motion/editPath';
import { Action } from '@/ui/Action';
import { Words } from '@/ui/Words';
import { useMake } from '../make';
import type { MoveProps } from './types';

/** The path of a move; its points and handles are on the stage. */
export function PathFields({ layer, move }: MoveProps) {
  const { edit } = useMake();
  return (
    <PathActions
      path={move.path}
      onChange={(path) => edit((document) => updateMove(document, layer.id, move.id, { path }))}
    />
  );
}

interface PathActionsProps {
  readonly path: readonly PathPoint[];
  readonly onChange: (path: readonly PathPoint[]) => void;
}

/** Adds, removes and bends points; the chosen one, or the last. */
export function PathActions({ path, onChange }: PathActionsProps) {
  const { point, choosePoint } = useMake();
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
            onChange(withPointAfter(path, chosen));
            choosePoint(chosen + 1);
          }}
        />
        <Action
          label="Remove this point"
          icon="vector-point-minus"
          disabled={path.length < 3}
          onPress={() => {
            onChange(path.toSpliced(chosen, 1));
            choosePoint(null);
          }}
        />
        <Action
          label={bent ? 'Make it a corner' : 'Make it round'}
          icon={bent ? 'vector-polyline' : 'vector-curve'}
          onPress={() => onChange(bent ? straightened(path, chosen) : roundedPoint(path, chosen))}
        />
      </View>
    </View>
  );
}

const isBent = ({ inX, inY, outX, outY }: PathPoint): boolean =>
  inX !== 0 || inY !== 0 || outX !== 0 || outY !== 0;

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingVertical: 4 },
});
