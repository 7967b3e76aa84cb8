import {
  byKind,
  colour,
  degrees,
  flag,
  id,
  LIMITS,
  list,
  oneOf,
  shape,
  share,
  type ValueOf,
} from '../fields';
import { OUTLINE_KINDS } from '../../layerKinds';
import { clipTimeField } from './clipTime';
import { fit } from './footage';
import { solidly } from './opacity';
import { property } from './types';

/** A colour at a share of a gradient's way. */
const stop = shape({ at: share(), colour: colour(), opacity: share() });
export type GradientStop = ValueOf<typeof stop>;

/**
 * Over a box: linear from edge to edge along `angle` (0° to the right, 90° down), radial from the
 * middle to the ellipse that touches the box's sides.
 */
const gradient = shape({
  kind: oneOf(['linear', 'radial']),
  angle: degrees(),
  stops: list(stop, LIMITS.stops, 1),
});
export type Gradient = ValueOf<typeof gradient>;

/** With opacity 0 there is no fill. */
export const fillField = byKind({
  colour: { colour: colour(), opacity: share() },
  gradient: { gradient, opacity: share() },
  footage: {
    footage: id(),
    fit,
    /** Stays where it is on the canvas while the outline moves over it. */
    pinned: flag(),
    time: clipTimeField,
    opacity: share(),
  },
});
export type Fill = ValueOf<typeof fillField>;

export const solid = (ofColour: string, opacity = 1): Fill => ({
  kind: 'colour',
  colour: ofColour,
  opacity,
});

export const hardFill = (fill: Fill): Fill => ({ ...fill, opacity: solidly(fill.opacity) });

export const fill = property({
  name: 'fill',
  kinds: OUTLINE_KINDS,
  part: 'look',
  schema: fillField,
  first: () => solid('#ffffff'),
  split: 'piece',
  hardened: hardFill,
});
