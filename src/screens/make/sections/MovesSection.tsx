import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { addMove, type Move, type Phase } from '@/core/document';
import { MOVE_KINDS } from '@/core/motion/moves';
import { moveLength } from '@/core/motion/timing';
import { secondsLabel } from '@/core/time';
import { newId } from '@/store/actions';
import { Chip } from '@/ui/Chip';
import { Words } from '@/ui/Words';
import { MoveCard } from './MoveCard';
import type { SectionProps } from './types';

const PHASES: readonly { phase: Phase; label: string }[] = [
  { phase: 'arrive', label: 'Arrive' },
  { phase: 'stay', label: 'Stay' },
  { phase: 'leave', label: 'Leave' },
];

const SPREADS = {
  whole: 'all at once',
  letters: 'letter by letter',
  words: 'word by word',
  lines: 'line by line',
} as const;

/** The layer's moves by phase, each with all its settings once opened. */
export function MovesSection({ layer, overlay, edit }: SectionProps) {
  const [open, setOpen] = useState<string | null>(null);
  const add = (kind: string, phase: Phase) => {
    const id = newId();
    edit((document) => addMove(document, layer.id, id, kind, phase));
    setOpen(id);
  };
  const summary = (move: Move) =>
    `${secondsLabel(moveLength(layer, move), overlay.rate)} · ${SPREADS[move.spread.over]}`;
  const kinds = MOVE_KINDS.filter((kind) => layer.kind === 'words' || !kind.stepwise);
  return (
    <View style={styles.column}>
      {PHASES.map(({ phase, label }) => (
        <View key={phase} style={styles.phase}>
          <Words kind="small" soft>
            {label}
          </Words>
          {layer.moves
            .filter((move) => move.phase === phase)
            .map((move) => (
              <MoveCard
                key={move.id}
                {...{ layer, overlay, edit, move }}
                summary={summary(move)}
                open={open === move.id}
                onToggle={() => setOpen(open === move.id ? null : move.id)}
              />
            ))}
          <View role="group" aria-label={`Add a move: ${label}`} style={styles.kinds}>
            {kinds
              .filter((kind) => kind.phases.includes(phase))
              .map((kind) => (
                <Chip
                  key={kind.kind}
                  icon="plus"
                  label={kind.label}
                  onPress={() => add(kind.kind, phase)}
                />
              ))}
          </View>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 12 },
  phase: { gap: 4 },
  kinds: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 },
});
