import { MoonError } from '../../errors';
import { fade } from './fade';
import { grow } from './grow';
import { slide } from './slide';
import type { MoveKind } from './types';
import { typeOn } from './typeOn';

export { AT_HOME, combine, type Change, type MoveKind, type MoveParam } from './types';

/** All kinds of move; a new kind is one file and one entry here. */
export const MOVE_KINDS: readonly MoveKind[] = [fade, slide, grow, typeOn];

const BY_KIND = new Map(MOVE_KINDS.map((entry) => [entry.kind, entry]));

/** @throws MoonError 'not-found' for a kind this version does not know */
export function moveKind(kind: string): MoveKind {
  const found = BY_KIND.get(kind);
  if (!found) throw new MoonError('not-found', `There is no move called "${kind}".`);
  return found;
}
