import { StyleSheet, View } from 'react-native';
import { type Cue, type Move, type Stack } from '@/core/document';
import { updateMove } from '@/core/edit';
import { moveKind } from '@/core/moves';
import { timeLayers } from '@/core/motion/timing';
import { framesToSeconds } from '@/core/time';
import { Chip, Choice } from '@/ui/Chip';
import { PopMenu } from '@/ui/PopMenu';
import { SecondsField } from '@/ui/SecondsField';
import { Words } from '@/ui/Words';
import { useEditing } from '../editing';
import { SnapToHit } from './SnapToHit';
import type { MoveProps } from './types';
import { quoted } from '@/core/quoted';

type Waiting = Exclude<Cue, { kind: 'at' }>;

const KINDS: readonly { value: Cue['kind']; label: string }[] = [
  { value: 'at', label: 'At a time' },
  { value: 'alongside', label: 'Alongside' },
  { value: 'after', label: 'Once done' },
];

/** When a move starts: at a time, alongside another move, or once another one is done. */
export function CueField({ layer, move }: MoveProps) {
  const { document, edit } = useEditing();
  const others = otherMoves(document, move.id);
  const { cue } = move;
  const change = (next: Cue, gesture: string | null = null) =>
    edit((document) => updateMove(document, layer.id, move.id, { cue: next }), gesture);

  const choose = (kind: Cue['kind']) => {
    if (kind === cue.kind) return;
    const start = timeLayers(document).get(layer.id)!.moves.get(move.id)!.start;
    const other = cue.kind === 'at' ? likeliest(others, layer.name, move) : cue.move;
    if (kind === 'at') change({ kind, frame: start });
    else if (kind === 'after') change({ kind, move: other, gap: 0 });
    else change({ kind, move: other, offset: 0 });
  };
  const seconds = { rate: document.rate, min: -600 };
  const whole = { min: 0, max: framesToSeconds(document.length, document.rate) };
  return (
    <View>
      <Words kind="small" soft>
        Starts
      </Words>
      <Choice
        label="Starts"
        options={others.length > 0 ? KINDS : KINDS.slice(0, 1)}
        value={cue.kind}
        onChange={choose}
      />
      {cue.kind === 'at' ? null : <WaitedMove cue={cue} others={others} onChange={change} />}
      {cue.kind === 'at' ? (
        <SecondsField
          label="At"
          frames={cue.frame}
          feel={whole}
          {...seconds}
          onChange={(frame, gesture) => change({ ...cue, frame }, gesture)}
        />
      ) : null}
      {cue.kind === 'at' ? (
        <SnapToHit
          label="On the nearest hit"
          frame={cue.frame}
          onSnap={(frame) => change({ ...cue, frame })}
        />
      ) : null}
      {cue.kind === 'after' ? (
        <SecondsField
          label="Then wait"
          frames={cue.gap}
          feel={{ min: -1, max: 3 }}
          {...seconds}
          onChange={(gap, gesture) => change({ ...cue, gap }, gesture)}
        />
      ) : null}
      {cue.kind === 'alongside' ? (
        <SecondsField
          label="Offset"
          frames={cue.offset}
          feel={{ min: -3, max: 3 }}
          {...seconds}
          onChange={(offset, gesture) => change({ ...cue, offset }, gesture)}
        />
      ) : null}
    </View>
  );
}

interface OtherMove {
  readonly layer: string;
  readonly move: Move;
}

interface WaitedMoveProps {
  readonly cue: Waiting;
  readonly others: readonly OtherMove[];
  readonly onChange: (cue: Cue) => void;
}

function WaitedMove({ cue, others, onChange }: WaitedMoveProps) {
  const waited = others.find((entry) => entry.move.id === cue.move);
  const label = waited ? phrase(cue.kind, waited) : 'Choose a move';
  return (
    <PopMenu
      title="It starts"
      entries={others.map((entry) => ({
        id: entry.move.id,
        label: phrase(cue.kind, entry),
        onPress: () => onChange({ ...cue, move: entry.move.id }),
      }))}
      opener={(open) => (
        <View style={styles.row}>
          <Chip icon="link-variant" label={label} onPress={open} />
        </View>
      )}
    />
  );
}

const otherMoves = ({ layers }: Stack, id: string): readonly OtherMove[] =>
  layers.flatMap((layer) =>
    layer.moves.filter((move) => move.id !== id).map((move) => ({ layer: layer.name, move })),
  );

/** The move a person most likely means to wait for: one of the same phase on another layer. */
function likeliest(others: readonly OtherMove[], own: string, { phase }: Move): string {
  const alike = others.find((entry) => entry.layer !== own && entry.move.phase === phase);
  return (alike ?? others[0]).move.id;
}

const DONE = { arrive: 'has arrived', stay: 'has done its part', leave: 'has left' } as const;
const STARTS = { arrive: 'arrives', stay: 'starts its part', leave: 'leaves' } as const;

/** "Once “Band” has arrived (fade)" */
function phrase(kind: Waiting['kind'], { layer, move }: OtherMove): string {
  const name = moveKind(move.kind).label.toLowerCase();
  return kind === 'after'
    ? `Once ${quoted(layer)} ${DONE[move.phase]} (${name})`
    : `When ${quoted(layer)} ${STARTS[move.phase]} (${name})`;
}

const styles = StyleSheet.create({ row: { flexDirection: 'row' } });
