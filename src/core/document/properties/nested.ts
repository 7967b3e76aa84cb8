import { flag, id, oneOf, seconds } from '../fields';
import { AFTER_END } from './clipTime';
import { property } from './types';

export const overlay = property({
  name: 'overlay',
  kinds: ['overlay'],
  part: 'content',
  schema: id(),
  first: () => '',
  split: 'piece',
});

/** What it does once it is over, or that its stay is stretched so that it lasts as long as this layer. */
export const afterOverlay = property({
  name: 'after',
  kinds: ['overlay'],
  part: 'content',
  schema: oneOf([...AFTER_END, 'stretch']),
  first: () => 'hold' as const,
  split: 'piece',
});

/** Its backdrop is drawn too, where it has one. */
export const backdrop = property({
  name: 'backdrop',
  kinds: ['overlay'],
  part: 'content',
  schema: flag(),
  first: () => false,
  split: 'piece',
});

/** Seconds for which its first frame is held; negative ones it has been running for already. */
export const lead = property({
  name: 'lead',
  kinds: ['overlay'],
  part: 'content',
  schema: seconds(-1e6, 1e6),
  first: () => 0,
  split: 'piece',
  running: (before, elapsed) => before - elapsed,
});
