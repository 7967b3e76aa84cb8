import { frames, seconds } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property } from './types';

/** First frame; an arrive move overrides it. */
export const from = property({
  name: 'from',
  kinds: LAYER_KINDS,
  part: 'time',
  schema: frames(),
  first: () => 0,
  split: 'both',
  retimed: (frame, { at }) => at(frame),
});

/** Frame after the last; a leave move overrides it. */
export const to = property({
  name: 'to',
  kinds: LAYER_KINDS,
  part: 'time',
  schema: frames(),
  first: ({ length }) => length,
  split: 'both',
  retimed: (frame, { at }) => at(frame),
});

/**
 * Seconds for which what runs by the layer's own time (its drawings, fills, boil and ghost) has been running when
 * it comes on show: what was split off goes on where the first part ends. Negative ones it waits as it begins.
 */
export const preroll = property({
  name: 'preroll',
  kinds: LAYER_KINDS,
  part: 'content',
  schema: seconds(-1e6, 1e6),
  first: () => 0,
  split: 'whole',
  running: (before, elapsed) => before + elapsed,
});
