import { MoonError } from '../errors';
import { brush } from './brush';
import { marker } from './marker';
import { pen } from './pen';
import type { BrushKind } from './types';

export type { BrushKind } from './types';

/** All brushes, in the order they are offered; a new one is one file and one entry here. */
export const BRUSHES: readonly BrushKind[] = [pen, marker, brush];

/** @throws MoonError 'not-found' for a brush this version does not know */
export function brushKind(name: string): BrushKind {
  const found = BRUSHES.find((entry) => entry.brush === name);
  if (!found) throw new MoonError('not-found', `There is no brush called "${name}".`);
  return found;
}
