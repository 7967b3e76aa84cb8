import { between, orNull, seed, shape, whole, type ValueOf } from '../fields';
import { OUTLINE_KINDS } from '../../layerKinds';
import { property, type Canvas } from './types';

/** Drawn anew again and again, a little differently. */
const boilField = shape({
  /** How many there are of it, one after the other. */
  versions: whole(1, 24),
  /** Versions a second. */
  rate: between(1, 60),
  /** How far lines stray, and how long their waves are, in layer pixels. */
  strength: between(0, 1000),
  scale: between(1, 10_000),
  seed: seed(),
});
export type Boil = ValueOf<typeof boilField>;

/** Three versions at eight a second, which reads as a steady hand on a lively day. */
export const createBoil = ({ height }: Pick<Canvas, 'height'>): Boil => ({
  versions: 3,
  rate: 8,
  strength: Math.max(1, Math.round(height / 360)),
  scale: Math.max(8, Math.round(height / 18)),
  seed: 1,
});

export const boil = property({
  name: 'boil',
  kinds: [...OUTLINE_KINDS, 'ink'],
  part: 'look',
  schema: orNull(boilField),
  first: () => null,
  split: 'whole',
});
