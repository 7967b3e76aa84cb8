import { oneOf } from '../fields';
import { LAYER_KINDS } from '../values/kinds';
import { property } from './types';

/** Separable and non-separable blends of the W3C compositing specification, and two of light. */
export const BLENDS = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color dodge',
  'color burn',
  'hard light',
  'soft light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
  'linear burn',
  'add',
] as const;
export type Blend = (typeof BLENDS)[number];

/** Blends that CSS, and so SVG, has no name of. */
const WITHOUT_NAME: readonly Blend[] = ['linear burn', 'add'];

/** What CSS calls a blend (`mix-blend-mode`); null for one that it does not have. */
export const cssBlend = (of: Blend): string | null =>
  WITHOUT_NAME.includes(of) ? null : of.replaceAll(' ', '-');

export const blend = property({
  name: 'blend',
  kinds: LAYER_KINDS,
  part: 'look',
  schema: oneOf(BLENDS),
  first: () => 'normal' as const,
  split: 'whole',
  plain: 'normal',
});
