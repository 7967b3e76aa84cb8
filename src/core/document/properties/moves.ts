import { EASINGS } from '../../easings';
import { MOVE_KINDS } from '../../moves';
import {
  between,
  byKind,
  chosen,
  flag,
  frames,
  id,
  LIMITS,
  list,
  numbers,
  oneOf,
  orNull,
  seed,
  shape,
  whole,
  type ValueOf,
} from '../fields';
import { path } from '../values/geometry';
import { LAYER_KINDS } from '../../layerKinds';
import { PHASES, STAGGER_ORDERS, STAGGER_UNITS } from '../../moves/phases';
import { property, type TimeMap } from './types';

/** When a move starts; `frame`, `offset` and `gap` are frames. */
const cueField = byKind({
  at: { frame: frames() },
  alongside: { move: id(), offset: frames() },
  after: { move: id(), gap: frames() },
});
export type Cue = ValueOf<typeof cueField>;

/** `gap` is the frames between one unit's start and the next one's; it may be a fraction. */
const staggerField = shape({
  over: oneOf(STAGGER_UNITS),
  order: oneOf(STAGGER_ORDERS),
  gap: between(0, LIMITS.frames),
  seed: seed(),
});
export type Stagger = ValueOf<typeof staggerField>;

const moveFields = {
  id: id(),
  kind: oneOf<string>(MOVE_KINDS.map(({ kind }) => kind)),
  phase: oneOf(PHASES),
  /** Frames one unit takes. */
  length: frames(0),
  easing: oneOf(EASINGS),
  params: numbers([]),
  stagger: staggerField,
  cue: cueField,
  /** A stay move that runs from its end to its start. */
  swapped: flag(),
  /** The one letter it is for; null for all that have none of their own in its phase. */
  letter: orNull(whole(0, LIMITS.text)),
  /** For moves along a path: its points, as offsets in document pixels from where the layer rests. */
  path,
};

const MOVE_FIELDS = new Map(
  MOVE_KINDS.map(({ kind, phases, params }) => [
    kind,
    shape({ ...moveFields, phase: oneOf(phases), params: numbers(params) }),
  ]),
);

const move = chosen(
  [...MOVE_FIELDS.values()],
  (value) => MOVE_FIELDS.get((value as { kind?: string } | null)?.kind ?? '') ?? shape(moveFields),
);
export type Move = ValueOf<typeof move>;

export const moves = property({
  name: 'moves',
  kinds: LAYER_KINDS,
  part: 'time',
  schema: list(move, LIMITS.moves),
  first: () => [],
  split: 'piece',
  retimed: (value, map) => value.map((entry) => retimedMove(entry, map)),
});

const retimedMove = (entry: Move, map: TimeMap): Move => ({
  ...entry,
  length: Math.max(Math.min(1, entry.length), Math.round(map.during(entry.length))),
  stagger: { ...entry.stagger, gap: map.during(entry.stagger.gap) },
  cue: retimedCue(entry.cue, map),
});

function retimedCue(cue: Cue, { at, waiting }: TimeMap): Cue {
  if (cue.kind === 'at') return { ...cue, frame: at(cue.frame) };
  return cue.kind === 'alongside'
    ? { ...cue, offset: waiting(cue.offset) }
    : { ...cue, gap: waiting(cue.gap) };
}
