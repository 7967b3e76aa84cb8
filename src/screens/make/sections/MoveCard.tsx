import { Pressable, StyleSheet, View } from 'react-native';
import {
  removeMove,
  resizeMove,
  updateMove,
  type Move,
  type SpreadOrder,
  type SpreadOver,
} from '@/core/document';
import { EASINGS, type Easing } from '@/core/motion/easings';
import { moveKind } from '@/core/motion/moves';
import { framesToSeconds, perSecond } from '@/core/time';
import { Action } from '@/ui/Action';
import { Choice } from '@/ui/Chip';
import { NumberField } from '@/ui/NumberField';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { CueField } from './CueField';
import type { SectionProps } from './types';

interface MoveProps extends SectionProps {
  readonly move: Move;
}

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
      <Pressable
        role="button"
        aria-label={`${label}, ${move.phase}`}
        aria-expanded={open}
        onPress={onToggle}
        style={styles.head}
      >
        <Words kind="strong">{label}</Words>
        <Words kind="small" soft>
          {summary}
        </Words>
      </Pressable>
      {open ? <MoveFields {...props} /> : null}
    </View>
  );
}

const EASING_OPTIONS = EASINGS.map((easing) => ({
  value: easing,
  label: easing[0].toUpperCase() + easing.slice(1),
}));

function MoveFields({ layer, overlay, edit, move }: MoveProps) {
  const kind = moveKind(move.kind);
  const change = (patch: Partial<Move>, gesture: string | null = null) =>
    edit((document) => updateMove(document, layer.id, move.id, patch), gesture);
  return (
    <View>
      {kind.stepwise ? null : (
        <NumberField
          label="Takes"
          unit="s"
          value={framesToSeconds(move.length, overlay.rate)}
          min={0.01}
          max={600}
          step={0.01}
          feel={{ min: 0, max: 3 }}
          onChange={(seconds, gesture) => {
            const length = Math.round(seconds * perSecond(overlay.rate));
            edit((document) => resizeMove(document, layer.id, move.id, length), gesture);
          }}
        />
      )}
      {kind.params.map((param) => (
        <NumberField
          key={param.name}
          label={param.label}
          unit={param.unit}
          value={move.params[param.name]}
          min={param.min}
          max={param.max}
          step={param.step}
          onChange={(value, gesture) =>
            change({ params: { ...move.params, [param.name]: value } }, gesture)
          }
        />
      ))}
      {kind.stepwise ? null : (
        <Choice<Easing>
          label="Easing"
          options={EASING_OPTIONS}
          value={move.easing}
          onChange={(easing) => change({ easing })}
        />
      )}
      {layer.kind === 'words' ? <SpreadFields {...{ overlay, move, change }} /> : null}
      <CueField {...{ layer, overlay, edit, move }} />
      <View style={styles.foot}>
        <Action
          label="Remove move"
          icon="delete-outline"
          onPress={() => edit((document) => removeMove(document, layer.id, move.id))}
        />
      </View>
    </View>
  );
}

const OVERS: readonly { value: SpreadOver; label: string }[] = [
  { value: 'whole', label: 'All at once' },
  { value: 'letters', label: 'Letter by letter' },
  { value: 'words', label: 'Word by word' },
  { value: 'lines', label: 'Line by line' },
];

const ORDERS: readonly { value: SpreadOrder; label: string }[] = [
  { value: 'forward', label: 'First to last' },
  { value: 'backward', label: 'Last to first' },
  { value: 'centre', label: 'From the centre' },
  { value: 'edges', label: 'From both ends' },
  { value: 'shuffled', label: 'Shuffled' },
];

interface SpreadFieldsProps extends Pick<MoveProps, 'overlay' | 'move'> {
  readonly change: (patch: Partial<Move>, gesture?: string | null) => void;
}

/** Whether letters, words or lines move one after the other, how far apart, and in which order. */
function SpreadFields({ overlay, move, change }: SpreadFieldsProps) {
  const { spread } = move;
  const overs = moveKind(move.kind).stepwise ? OVERS.slice(1) : OVERS;
  return (
    <>
      <Choice<SpreadOver>
        label="Spread"
        options={overs}
        value={spread.over}
        onChange={(over) => change({ spread: { ...spread, over } })}
      />
      {spread.over === 'whole' ? null : (
        <>
          <NumberField
            label="Gap"
            unit="s"
            value={framesToSeconds(spread.gap, overlay.rate)}
            min={0}
            max={60}
            step={0.01}
            feel={{ min: 0, max: 0.5 }}
            onChange={(seconds, gesture) =>
              change({ spread: { ...spread, gap: seconds * perSecond(overlay.rate) } }, gesture)
            }
          />
          <Choice<SpreadOrder>
            label="Order"
            options={ORDERS}
            value={spread.order}
            onChange={(order) => change({ spread: { ...spread, order } })}
          />
        </>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.inner, paddingHorizontal: 12, paddingVertical: 4 },
  head: { minHeight: 48, justifyContent: 'center' },
  foot: { flexDirection: 'row', paddingVertical: 8 },
});
