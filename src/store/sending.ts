import {
  createLanded,
  createLanding,
  type Bundle,
  type Footage,
  type Landing,
  type Overlay,
} from '@/core/document';
import { addLayer } from '@/core/edit';
import type { SendSettings } from '@/core/document/sendSettings';
import { engine, type FormatTrial, type SendJob } from '@/engine/engine';
import { newId, stamp } from './actions';
import { bundleIn, selectDocument } from './selectors';
import type { Queued } from './session';
import type { AppThunk } from './store';

/** What formats were found to make of documents: nothing is tried again that has not changed. */
const trials = new WeakMap<Bundle, Map<string, FormatTrial | null>>();

/** The settings on which a trial depends; all formats share the rest. */
const trialKey = ({ fileName: _name, plays: _plays, ...rest }: SendSettings): string =>
  JSON.stringify(rest);

/** What is known of a format for a document; undefined where it was not tried. */
export const knownTrial = (bundle: Bundle, settings: SendSettings) =>
  trials.get(bundle)?.get(trialKey(settings));

export async function tryFormat(
  bundle: Bundle,
  settings: SendSettings,
  signal: AbortSignal,
): Promise<FormatTrial | null> {
  const known = knownTrial(bundle, settings);
  if (known !== undefined) return known;
  const found = await engine.tryFormat({ bundle, settings }, signal);
  const all = trials.get(bundle) ?? new Map<string, FormatTrial | null>();
  trials.set(bundle, all.set(trialKey(settings), found));
  return found;
}

/** An overlay put on footage or on a landing, at its usual place. */
export const putOn = (landing: Landing, overlay: Overlay): Landing =>
  addLayer(landing, createLanded(newId(), landing, overlay));

/** A landing, kept nowhere, of an overlay on some footage. */
export const trialGround = (overlay: Overlay, footage: Footage): Landing =>
  putOn(createLanding(stamp(), footage.name, footage), overlay);

/** What is to be sent together; what was deleted meanwhile is left out. */
export const queuedJobs =
  (queue: readonly Queued[]): AppThunk<readonly SendJob[]> =>
  (_dispatch, getState) =>
    queue.flatMap(({ document: id, settings }) => {
      const document = selectDocument(getState(), id);
      return document ? [{ bundle: bundleIn(getState(), document), settings }] : [];
    });
