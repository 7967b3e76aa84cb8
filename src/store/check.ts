import { judge, missingIn, type CheckState, type Verdict } from '@/core/check';
import { sameBundle, type Bundle, type Overlay } from '@/core/document';
import { formatById } from '@/core/formats';
import type { SendSettings } from '@/core/document/sendSettings';
import { engine, type Looked, type Progress } from '@/engine/engine';
import { bundleIn, selectOverlay } from './selectors';
import { lookSet, type Look } from './session';
import type { AppThunk, RootState } from './store';

/** Measures all frames of an overlay. @param around a landing it is judged in */
export const look =
  (
    bundle: Bundle,
    around: Bundle | null,
    progress: Progress,
    signal: AbortSignal,
  ): AppThunk<Promise<Looked>> =>
  async (dispatch) => {
    const looked = await engine.measureOverlay(bundle, around, progress, signal);
    dispatch(lookSet({ looked, bundle, around }));
    return looked;
  };

/** What is known of an overlay as it is; null where anything of it has changed since, or it was never looked at. */
export function knownLook(
  known: Look | undefined,
  bundle: Bundle,
  around: Bundle | null,
): Looked | null {
  return known && same(known.bundle, bundle) && same(known.around, around) ? known.looked : null;
}

const same = (a: Bundle | null, b: Bundle | null): boolean =>
  a === b || (a !== null && b !== null && sameBundle(a, b));

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

/** What was judged last, so that it is judged again only when something of it has changed. */
const judged = new WeakMap<
  Look,
  { readonly sending: SendSettings | undefined; readonly state: CheckState }
>();

/**
 * What Check says of an overlay as it is now and as it is to be sent now; null where it was not looked at, or
 * anything that it shows or lies in has changed since.
 */
export function selectCheckState(state: RootState, id: string): CheckState | null {
  const known = state.session.checks[id];
  const overlay = selectOverlay(state, id);
  if (!known || !overlay) return null;
  const { around } = known;
  const ground =
    around && bundleIn(state, state.kit.documents[around.document.id]?.present ?? around.document);
  if (!knownLook(known, bundleIn(state, overlay), ground)) return null;
  const sending = state.session.sendings[id];
  const before = judged.get(known);
  if (before && before.sending === sending) return before.state;
  const verdict = verdictOf(known.bundle, known.looked, sending);
  judged.set(known, { sending, state: verdict.state });
  return verdict.state;
}
