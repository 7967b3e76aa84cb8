import { between, id, oneOf, orNull, seconds, shape, type ValueOf } from '../fields';
import { FOOTAGE_KINDS } from '../../layerKinds';
import { property } from './types';

/** How footage lies in a box: covers it, fits in it, or is drawn out to its shape. */
export const FITS = ['cover', 'fit', 'fill'] as const;
export type Fit = (typeof FITS)[number];
export const fit = oneOf(FITS);

/** Null until one is chosen. */
export const footage = property({
  name: 'footage',
  kinds: FOOTAGE_KINDS,
  part: 'content',
  schema: orNull(id()),
  first: () => null,
  split: 'piece',
});

export const footageFit = property({
  name: 'fit',
  kinds: FOOTAGE_KINDS,
  part: 'content',
  schema: fit,
  first: () => 'cover' as const,
  split: 'piece',
});

/** How loud something is: `gain` is decibels, fades are seconds at its two ends. */
export const loudnessFields = {
  gain: between(-60, 24),
  fadeIn: seconds(0, 600),
  fadeOut: seconds(0, 600),
};
const loudness = shape(loudnessFields);
export type Loudness = ValueOf<typeof loudness>;

/** The clip's own sound; null keeps it silent. */
export const sound = property({
  name: 'sound',
  kinds: ['clip'],
  part: 'content',
  schema: orNull(loudness),
  first: () => null,
  split: 'piece',
});
