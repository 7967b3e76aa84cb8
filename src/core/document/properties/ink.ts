import { between, id, LIMITS, list, oneOf, orNull, shape, text, type ValueOf } from '../fields';
import { drawing } from '../values/stroke';
import { AFTER_END } from './clipTime';
import { property } from './types';
import { fontSize } from './words';

/** One drawing, or several that follow one another as frames. */
export const drawings = property({
  name: 'drawings',
  kinds: ['ink'],
  part: 'content',
  schema: list(drawing, LIMITS.drawings, 1),
  first: () => [],
  split: 'piece',
});

/** Drawings a second. */
export const drawingRate = property({
  name: 'rate',
  kinds: ['ink'],
  part: 'content',
  schema: between(1, 60),
  first: () => 12,
  split: 'piece',
});

export const afterDrawings = property({
  name: 'after',
  kinds: ['ink'],
  part: 'content',
  schema: oneOf(AFTER_END),
  first: () => 'loop' as const,
  split: 'piece',
});

/** Words to write over, laid faintly under a drawing on the Draw screen alone. */
const traceField = shape({ text: text(LIMITS.text), font: id(), size: fontSize });
export type Trace = ValueOf<typeof traceField>;

export const trace = property({
  name: 'trace',
  kinds: ['ink'],
  part: 'content',
  schema: orNull(traceField),
  first: () => null,
  split: 'piece',
});
