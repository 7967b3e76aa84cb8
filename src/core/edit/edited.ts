import { timeLayers } from '../motion/timing';
import { withFollowingLength } from './time';
import { withinLimits, type WithinLimits } from '../document/withinLimits';
import type { Landing, Overlay } from '../document/types';

/**
 * What an edit makes of a document: its length follows the artwork where it should, and all of it is within its
 * limits. The one way any edit is applied, so that whatever is kept can be read again.
 * @throws MoonError 'too-many' | 'document-invalid', or what solveCues throws
 */
export function edited<D extends Overlay | Landing>(
  document: D,
  edit: (before: D) => D,
): WithinLimits<D> {
  const next = edit(document);
  timeLayers(next);
  const settled = next.kind === 'overlay' ? (withFollowingLength(next) as D) : next;
  return settled === document ? { entry: document, told: [] } : withinLimits(settled);
}
