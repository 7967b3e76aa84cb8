import { EASINGS } from '../../easings';
import { between, frames, oneOf, orNull, shape, whole, type ValueOf } from '../fields';
import { property } from './types';

/** Counts from one number to another; `#` in the words stands for it. */
const counterField = shape({
  from: between(-1e9, 1e9),
  to: between(-1e9, 1e9),
  decimals: whole(0, 6),
  start: frames(),
  length: frames(0),
  easing: oneOf(EASINGS),
});
export type Counter = ValueOf<typeof counterField>;

export const counter = property({
  name: 'counter',
  kinds: ['words'],
  part: 'content',
  schema: orNull(counterField),
  first: () => null,
  split: 'piece',
  retimed: (value, { at }) => {
    if (!value) return value;
    const start = at(value.start);
    return { ...value, start, length: Math.max(0, at(value.start + value.length) - start) };
  },
});
