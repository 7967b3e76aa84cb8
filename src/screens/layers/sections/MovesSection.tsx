import { StyleSheet, View } from 'react-native';
import { type Layer, type Move, type Stack, type Phase } from '@/core/document';
import { addMove, updateMove } from '@/core/edit';
import { LAYER_KINDS } from '@/core/layerKinds';
import { MOVE_KINDS, moveKind, type MoveKind } from '@/core/moves';
import { moveLength } from '@/core/motion/timing';
import { secondsLabel } from '@/core/time';
import { newId } from '@/store/actions';
import { Action } from '@/ui/Action';
import { Chip } from '@/ui/Chip';
import { FootBar } from '@/ui/FootBar';
import { Words } from '@/ui/Words';
import { useEditing, type TriedMove } from '../editing';
import { StretchChoice } from './StretchChoice';
import { MoveCard } from './MoveCard';
import { staggerLabel } from './staggers';
import { section, type SectionProps } from './types';

const PHASES: readonly { phase: Phase; label: string }[] = [
  { phase: 'arrive', label: 'Arrive' },
  { phase: 'stay', label: 'Stay' },
  { phase: 'leave', label: 'Leave' },
];

export const movesSection = section({
  name: 'moves',
  label: 'Moves',
  kinds: LAYER_KINDS,
  Content: MovesSection,
});

/** The layer's moves by phase; a new one is played on the stage before it is added. */
function MovesSection({ layer }: SectionProps) {
  const { document, openMove, setOpenMove, letter, stretch } = useEditing();
  const isWord = stretch !== null && letter === null;
  const summary = (move: Move) =>
    `${secondsLabel(moveLength(layer, move), document.rate)} · ${staggerLabel(layer, move).toLowerCase()}`;
  return (
    <View style={styles.column}>
      {layer.kind === 'words' ? <StretchChoice layer={layer} /> : null}
      {isWord ? (
        <Words soft>A move is for all letters, or for one: choose one of these.</Words>
      ) : null}
      {(isWord ? [] : PHASES).map(({ phase, label }) => (
        <View key={phase} style={styles.phase}>
          <Words kind="small" soft>
            {label}
          </Words>
          {layer.moves
            .filter((move) => move.phase === phase && move.letter === letter)
            .map((move) => (
              <MoveCard
                key={move.id}
                layer={layer}
                move={move}
                summary={summary(move)}
                open={openMove === move.id}
                onToggle={() => setOpenMove(openMove === move.id ? null : move.id)}
              />
            ))}
          <AddMove layer={layer} phase={phase} label={label} />
        </View>
      ))}
    </View>
  );
}

interface AddMoveProps extends SectionProps {
  readonly phase: Phase;
  readonly label: string;
}

/** Kinds of move; choosing one plays it on the stage, and only then is it added. */
function AddMove({ layer, phase, label }: AddMoveProps) {
  const { tried, tryMove, letter } = useEditing();
  const kinds = MOVE_KINDS.filter(
    (kind) => kind.phases.includes(phase) && suits(kind, layer, letter),
  );
  const here = tried?.layer === layer.id && tried.phase === phase ? tried : null;
  return (
    <View role="group" aria-label={`Add a move: ${label}`} style={styles.kinds}>
      {kinds.map((kind) => (
        <Chip
          key={kind.kind}
          icon={kind.icon}
          label={kind.label}
          selected={here?.kind === kind.kind}
          onPress={() =>
            tryMove(here?.kind === kind.kind ? null : { layer: layer.id, kind: kind.kind, phase })
          }
        />
      ))}
    </View>
  );
}

/** The move that plays on the stage, and the way to have it. */
export function TriedMoveBar({ tried }: { readonly tried: TriedMove }) {
  const { edit, tryMove, setOpenMove, letter } = useEditing();
  const { layer, kind, phase } = tried;
  const add = () => {
    const id = newId();
    edit((document) => withMove(document, layer, id, kind, phase, letter));
    tryMove(null);
    setOpenMove(id);
  };
  return (
    <FootBar says={`${moveKind(kind).label}, tried on the stage`}>
      <Action label="Add it" icon="plus" tone="main" onPress={add} />
    </FootBar>
  );
}

function suits(kind: MoveKind, layer: Layer, letter: number | null): boolean {
  if (kind.layers && !kind.layers.includes(layer.kind)) return false;
  if (kind.stepwise && layer.kind !== 'words' && layer.kind !== 'ink') return false;
  return letter === null || !kind.wholeOnly;
}

/** The document with one more move, for all letters or for one. */
export function withMove<S extends Stack>(
  stack: S,
  layerId: string,
  id: string,
  kind: string,
  phase: Phase,
  letter: number | null,
): S {
  const added = addMove(stack, layerId, id, kind, phase);
  return letter === null ? added : updateMove(added, layerId, id, { letter });
}

const styles = StyleSheet.create({
  column: { gap: 12 },
  phase: { gap: 4 },
  kinds: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 },
});
