import { Pressable, StyleSheet, View } from 'react-native';
import { type Move, type StaggerOrder, type StaggerUnit } from '@/core/document';
import {
  neighbourMove,
  removeMove,
  resizeMove,
  swapMoves,
  turnMove,
  updateMove,
} from '@/core/edit';
import { EASINGS, type Easing } from '@/core/easings';
import { moveKind } from '@/core/moves';
import { moveToKeyframes } from '@/core/edit/bake';
import { Action } from '@/ui/Action';
import { Choice } from '@/ui/Chip';
import { SecondsField } from '@/ui/SecondsField';
import { RADIUS, useTokens } from '@/ui/theme';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { layerBoxFrom } from '../layerBoxFrom';
import { useEditing } from '../editing';
import { CueField } from './CueField';
import { MoveParams } from './MoveParams';
import { PathFields } from './PathFields';
import { staggersOf } from './staggers';
import { ThroughLetter } from './ThroughLetter';
import type { MoveProps } from './types';

interface MoveCardProps extends MoveProps {
  readonly summary: string;
  readonly open: boolean;
  readonly onToggle: () => void;
}

/** One move: a line that says what it does, and all its settings once opened. */
export function MoveCard({ summary, open, onToggle, ...props }: MoveCardProps) {
  const tokens = useTokens();
  const { move } = props;
  const { label } = moveKind(move.kind);
  return (
    <View style={[styles.card, { backgroundColor: tokens.plumSoft }]}>
      <View style={styles.head}>
        <Words kind="strong">{label}</Words>
        <View id={`${move.id}-summary`}>
          <Words kind="small">{summary}</Words>
        </View>
        <Pressable
          role="button"
          aria-label={`${label}, ${move.phase}`}
          aria-describedby={`${move.id}-summary`}
          aria-expanded={open}
          onPress={onToggle}
          style={StyleSheet.absoluteFill}
        />
      </View>
      {open ? <MoveFields {...props} /> : null}
    </View>
  );
}

const EASING_OPTIONS = EASINGS.map((easing) => ({
  value: easing,
  label: easing[0].toUpperCase() + easing.slice(1),
}));

function MoveFields({ layer, move }: MoveProps) {
  const { document, edit } = useEditing();
  const kind = moveKind(move.kind);
  const change = (patch: Partial<Move>, gesture: string | null = null) =>
    edit((document) => updateMove(document, layer.id, move.id, patch), gesture);
  return (
    <View>
      {kind.stepwise ? null : (
        <SecondsField
          label="Takes"
          frames={move.length}
          rate={document.rate}
          min={0.01}
          max={600}
          feel={{ min: 0, max: move.phase === 'stay' ? 10 : 3 }}
          onChange={(length, gesture) =>
            edit((document) => resizeMove(document, layer.id, move.id, length), gesture)
          }
        />
      )}
      {kind.aims && layer.kind === 'words' ? <ThroughLetter layer={layer} move={move} /> : null}
      <MoveParams move={move} onChange={(params, gesture) => change({ params }, gesture)} />
      {kind.draws ? <PathFields layer={layer} move={move} /> : null}
      {kind.swaps && move.phase === 'stay' ? (
        <Toggle
          label="Swap start and end"
          value={move.swapped}
          onChange={(swapped) => change({ swapped })}
        />
      ) : null}
      {kind.stepwise || kind.selfPaced ? null : (
        <Choice<Easing>
          label="Easing"
          options={EASING_OPTIONS}
          value={move.easing}
          onChange={(easing) => change({ easing })}
        />
      )}
      {(layer.kind === 'words' || layer.kind === 'ink') &&
      move.letter === null &&
      !kind.wholeOnly ? (
        <StaggerFields layer={layer} move={move} change={change} />
      ) : null}
      <CueField layer={layer} move={move} />
      <MoveActions layer={layer} move={move} />
    </View>
  );
}

const OTHER_WAY = { arrive: 'Use it to leave', leave: 'Use it to arrive', stay: '' } as const;

/** What can be done with a move as a whole. */
function MoveActions({ layer, move }: MoveProps) {
  const { edit, quads, setOpenMove } = useEditing();
  const kind = moveKind(move.kind);
  const swap = (other: string) => edit((document) => swapMoves(document, layer.id, move.id, other));
  const earlier = neighbourMove(layer, move.id, -1);
  const later = neighbourMove(layer, move.id, 1);
  const turns =
    move.phase !== 'stay' && kind.phases.includes('arrive') && kind.phases.includes('leave');
  const box = layerBoxFrom(layer, quads);
  const keys = move.letter === null && move.stagger.over === 'whole' && !kind.stepwise && box;
  return (
    <View style={styles.foot}>
      {earlier ? <Action label="Earlier" icon="arrow-up" onPress={() => swap(earlier)} /> : null}
      {later ? <Action label="Later" icon="arrow-down" onPress={() => swap(later)} /> : null}
      {turns ? (
        <Action
          label={OTHER_WAY[move.phase]}
          icon="swap-horizontal"
          onPress={() => edit((document) => turnMove(document, layer.id, move.id))}
        />
      ) : null}
      {keys ? (
        <Action
          label="Turn into keyframes"
          icon="rhombus-split-outline"
          onPress={() => edit((document) => moveToKeyframes(document, layer.id, move.id, box))}
        />
      ) : null}
      <Action
        label="Remove move"
        icon="delete-outline"
        onPress={() => {
          setOpenMove(null);
          edit((document) => removeMove(document, layer.id, move.id));
        }}
      />
    </View>
  );
}

const ORDERS: readonly { value: StaggerOrder; label: string }[] = [
  { value: 'forward', label: 'First to last' },
  { value: 'backward', label: 'Last to first' },
  { value: 'centre', label: 'From the centre' },
  { value: 'edges', label: 'From both ends' },
  { value: 'shuffled', label: 'Shuffled' },
];

interface StaggerFieldsProps extends MoveProps {
  readonly change: (patch: Partial<Move>, gesture?: string | null) => void;
}

/** Whether letters, words or lines move one after the other, how far apart, and in which order. */
function StaggerFields({ layer, move, change }: StaggerFieldsProps) {
  const { document } = useEditing();
  const { stagger } = move;
  const all = staggersOf(layer);
  const overs = moveKind(move.kind).stepwise ? all.slice(1) : all;
  return (
    <>
      <Choice<StaggerUnit>
        label="Spread"
        options={overs}
        value={stagger.over}
        onChange={(over) => change({ stagger: { ...stagger, over } })}
      />
      {stagger.over === 'whole' ? null : (
        <>
          <SecondsField
            label="Gap"
            frames={stagger.gap}
            rate={document.rate}
            max={60}
            feel={{ min: 0, max: 0.5 }}
            fine
            onChange={(gap, gesture) => change({ stagger: { ...stagger, gap } }, gesture)}
          />
          <Choice<StaggerOrder>
            label="Order"
            options={ORDERS}
            value={stagger.order}
            onChange={(order) => change({ stagger: { ...stagger, order } })}
          />
        </>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.inner, paddingHorizontal: 12, paddingVertical: 4 },
  head: { minHeight: 48, justifyContent: 'center' },
  foot: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingVertical: 8 },
});
