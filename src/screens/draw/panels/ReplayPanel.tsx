import { StyleSheet, View } from 'react-native';
import { type Move, type Phase } from '@/core/document';
import { addMove, removeMove, resizeMove, updateMove } from '@/core/edit';
import { drawingTime } from '@/core/ink/replay';
import { perSecond } from '@/core/time';
import { newId } from '@/store/actions';
import { Action } from '@/ui/Action';
import { SecondsField } from '@/ui/SecondsField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { MoveParams } from '../../layers/sections/MoveParams';
import { useDraw } from '../draw';

/** How the drawing is written on when it arrives, and taken back when it leaves. */
export function ReplayPanel() {
  const { drawing } = useDraw();
  const took = (drawingTime(drawing) / 1000).toFixed(1);
  return (
    <View>
      <Words kind="small" soft>
        {drawing.strokes.length === 0
          ? 'Draw something first; then it can be written on as you drew it.'
          : `${drawing.strokes.length} strokes, which took you ${took} s. Once it is written, it stays for as long as the layer does.`}
      </Words>
      <WriteOn phase="arrive" label="Write it on" />
      <WriteOn phase="leave" label="Take it back at the end" />
    </View>
  );
}

interface WriteOnProps {
  readonly phase: Phase;
  readonly label: string;
}

function WriteOn({ phase, label }: WriteOnProps) {
  const { overlay, layer, edit } = useDraw();
  const move = layer.moves.find((entry) => entry.kind === 'write on' && entry.phase === phase);
  const toggle = (on: boolean) =>
    edit((document) =>
      on
        ? addMove(document, layer.id, newId(), 'write on', phase)
        : removeMove(document, layer.id, move!.id),
    );
  return (
    <View style={styles.part}>
      <Toggle label={label} value={move !== undefined} onChange={toggle} />
      {move ? <WriteOnFields move={move} rate={perSecond(overlay.rate)} /> : null}
    </View>
  );
}

function WriteOnFields({ move, rate }: { readonly move: Move; readonly rate: number }) {
  const { overlay, layer, drawing, edit } = useDraw();
  const ownLength = Math.max(1, Math.round((drawingTime(drawing) / 1000) * rate));
  const resize = (length: number, gesture: string | null = null) =>
    edit((document) => resizeMove(document, layer.id, move.id, length), gesture);
  return (
    <>
      <SecondsField
        label="Takes"
        frames={move.length}
        rate={overlay.rate}
        min={0.01}
        max={600}
        feel={{ min: 0, max: 10 }}
        onChange={resize}
      />
      {move.length === ownLength ? null : (
        <View style={styles.row}>
          <Action
            label="As long as I took"
            icon="timer-outline"
            onPress={() => resize(ownLength)}
          />
        </View>
      )}
      <MoveParams
        move={move}
        onChange={(params, gesture) =>
          edit((document) => updateMove(document, layer.id, move.id, { params }), gesture)
        }
      />
    </>
  );
}

const styles = StyleSheet.create({
  part: { paddingTop: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
