import { oneOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property } from './types';

/**
 * Separable and non-separable blends of the W3C compositing specification, and two of light: each with what CSS, and so
 * SVG, calls it (`mix-blend-mode`), or null where it has no name for it.
 */
const CSS_NAMES = {
  normal: 'normal',
  multiply: 'multiply',
  screen: 'screen',
  overlay: 'overlay',
  darken: 'darken',
  lighten: 'lighten',
  'color dodge': 'color-dodge',
  'color burn': 'color-burn',
  'hard light': 'hard-light',
  'soft light': 'soft-light',
  difference: 'difference',
  exclusion: 'exclusion',
  hue: 'hue',
  saturation: 'saturation',
  color: 'color',
  luminosity: 'luminosity',
  'linear burn': null,
  add: null,
} as const;

type CssNames = typeof CSS_NAMES;
export type Blend = keyof CssNames;
/** Blends that CSS has no name of. */
export type NamelessBlend = { [B in Blend]: CssNames[B] extends null ? B : never }[Blend];

export const BLENDS = Object.keys(CSS_NAMES) as readonly Blend[] as readonly [Blend, ...Blend[]];

export const cssBlend = <B extends Blend>(blend: B): CssNames[B] => CSS_NAMES[blend];

export const blend = property({
  name: 'blend',
  kinds: LAYER_KINDS,
  part: 'look',
  schema: oneOf(BLENDS),
  first: () => 'normal' as const,
  split: 'whole',
  plain: 'normal',
});
