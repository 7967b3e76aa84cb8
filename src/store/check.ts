import { judge, missingIn, type Verdict } from '@/core/check';
import { sameBundle, type Bundle, type Overlay } from '@/core/document';
import { formatById } from '@/core/formats';
import type { SendSettings } from '@/core/document/sendSettings';
import { engine, type Looked, type Progress } from '@/engine/engine';
import { checkedSet } from './session';
import type { AppThunk } from './store';

interface Look extends Looked {
  readonly bundle: Bundle;
  readonly around: Bundle | null;
}

/** What was measured last of each overlay: nothing is measured again that has not changed. */
const looks = new Map<string, Look>();

/** What is known of an overlay as it is; null where it has changed since, or was never looked at. */
export function knownLook(bundle: Bundle, around: Bundle | null): Looked | null {
  const known = looks.get(bundle.document.id);
  return known && same(known.bundle, bundle) && same(known.around, around) ? known : null;
}

const same = (a: Bundle | null, b: Bundle | null): boolean =>
  a === b || (a !== null && b !== null && sameBundle(a, b));

/** Measures all frames of an overlay. @param around a landing it is judged in */
export const look =
  (
    bundle: Bundle,
    around: Bundle | null,
    progress: Progress,
    signal: AbortSignal,
  ): AppThunk<Promise<Looked>> =>
  async (dispatch, getState) => {
    const found = await engine.measureOverlay(bundle, around, progress, signal);
    const overlay = bundle.document as Overlay;
    looks.set(overlay.id, { ...found, bundle, around });
    const { state } = verdictOf(bundle, found, getState().session.sendings[overlay.id]);
    dispatch(checkedSet({ overlay, state }));
    return found;
  };

/** What all rules say of an overlay that was measured. */
export const verdictOf = (
  bundle: Bundle,
  { measured, landed }: Looked,
  sending: SendSettings | undefined,
): Verdict =>
  judge({
    overlay: bundle.document as Overlay,
    measured,
    landed,
    // With another backdrop in the file, the overlay's own says nothing of the format.
    format: (sending?.backdrop ? null : formatById(sending?.format ?? '')) ?? null,
    missing: missingIn(bundle),
  });
