import { MoonError } from '../errors';
import { arrow } from './arrow';
import { bubble } from './bubble';
import { ellipse } from './ellipse';
import { freePath } from './freePath';
import { line } from './line';
import { polygon } from './polygon';
import { rectangle } from './rectangle';
import { ring } from './ring';
import { star } from './star';
import type { ShapeKind } from './types';

export type { ShapeKind } from './types';

/** All shapes, in the order they are offered; a new one is one file and one entry here. */
export const SHAPE_KINDS: readonly ShapeKind[] = [
  rectangle,
  ellipse,
  polygon,
  star,
  ring,
  line,
  arrow,
  bubble,
  freePath,
];

const BY_SHAPE = new Map(SHAPE_KINDS.map((entry) => [entry.shape, entry]));

/** @throws MoonError 'not-found' for a shape this version does not know */
export function shapeKind(shape: string): ShapeKind {
  const found = BY_SHAPE.get(shape);
  if (!found) throw new MoonError('not-found', `There is no shape called "${shape}".`);
  return found;
}
