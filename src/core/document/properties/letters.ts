import {
  between,
  degrees,
  frames,
  LIMITS,
  list,
  orNull,
  pixels,
  shape,
  whole,
  type ValueOf,
} from '../fields';
import { borderField } from './border';
import { fillField, hardFill } from './fill';
import { property } from './types';

/** One letter's own look and place. */
const letter = shape({
  index: whole(0, LIMITS.text),
  /** Null keeps the layer's, for the border too. */
  fill: orNull(fillField),
  border: orNull(borderField),
  scale: between(0.01, 100),
  dx: pixels(),
  dy: pixels(),
  rotation: degrees(),
  /** Frames. */
  delay: frames(0),
});
export type LetterLook = ValueOf<typeof letter>;

/** In order of index. */
export const letters = property({
  name: 'letters',
  kinds: ['words'],
  part: 'content',
  schema: list(letter, LIMITS.letters),
  first: () => [],
  split: 'piece',
  hardened: (value) =>
    value.map((entry) => ({ ...entry, fill: entry.fill && hardFill(entry.fill) })),
  retimed: (value, { during }) =>
    value.map((entry) => ({ ...entry, delay: Math.round(during(entry.delay)) })),
});
