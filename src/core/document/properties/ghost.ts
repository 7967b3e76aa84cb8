import { between, colour, orNull, seed, shape, share, type ValueOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property, type Canvas } from './types';

/** A see-through look with lines across and an unsteady light. */
const ghostField = shape({
  tint: colour(),
  tintStrength: share(),
  opacity: share(),
  /** Layer pixels from line to line. */
  spacing: between(1, 1000),
  /** How dark the lines are. */
  lines: share(),
  /** How far the light drops. */
  flicker: share(),
  seed: seed(),
});
export type Ghost = ValueOf<typeof ghostField>;

/** A ghost as it starts: pale blue, with fine lines. */
export const createGhost = ({ height }: Pick<Canvas, 'height'>): Ghost => ({
  tint: '#8fd3ff',
  tintStrength: 0.6,
  opacity: 0.7,
  spacing: Math.max(2, Math.round(height / 180)),
  lines: 0.35,
  flicker: 0.3,
  seed: 1,
});

export const ghost = property({
  name: 'ghost',
  kinds: LAYER_KINDS,
  part: 'look',
  schema: orNull(ghostField),
  first: () => null,
  split: 'whole',
  plain: null,
  hardened: () => null,
});
