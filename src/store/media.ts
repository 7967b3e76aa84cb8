import type { Footage, Resource } from '@/core/document';
import { MoonError } from '@/core/errors';
import { engine, type Progress, type Sent } from '@/engine/engine';
import { newId, noticedGone, stamp } from './actions';
import { mayChange } from './mayChange';
import { busily } from './busily';
import { putEntry } from './putEntry';
import { askForPersistenceOnce } from './persistence';
import type { Editable } from './kit';
import { selectFootageById } from './selectors';
import { foundUnreadable, leftUnreadable, noticed, tell } from './session';
import type { AppThunk } from './store';
import { quoted } from '@/core/quoted';

/** The files of what the session lists as unreadable. */
const unreadable = new Map<string, File>();

/** Reads a file and keeps it, shown on every screen. */
const brought =
  (
    file: File,
    as: { id: string; created: number } = stamp(),
  ): AppThunk<Promise<Footage | Resource>> =>
  (dispatch) =>
    dispatch(
      busily(`Bringing in ${file.name}`, (progress, signal) =>
        engine.importMedia(file, as, progress, signal),
      ),
    );

/** Brings files in, one after the other; each that fails says why, the others still come in. */
export const importFiles =
  (files: readonly File[]): AppThunk<Promise<readonly (Footage | Resource)[]>> =>
  async (dispatch) => {
    if (!dispatch(mayChange())) return [];
    const entries: (Footage | Resource)[] = [];
    for (const file of files) {
      try {
        const entry = await dispatch(brought(file));
        if (dispatch(putEntry(entry))) entries.push(entry);
      } catch (error) {
        dispatch(told(error, file));
      }
    }
    if (entries.length > 0) dispatch(askForPersistenceOnce());
    return entries;
  };

/** Brings in a file that was sent from here; a cropped one keeps where it belongs. */
export const importSent =
  (
    { file, name, crop, width }: Sent,
    { width: across, height }: Editable,
  ): AppThunk<Promise<void>> =>
  async (dispatch) => {
    if (!dispatch(mayChange())) return;
    try {
      const entry = await dispatch(brought(new File([file], name)));
      const scale = crop ? width / (crop.right - crop.left) : 1;
      const cut = crop && {
        ...{ left: crop.left, top: crop.top, scale },
        canvas: { width: across, height },
      };
      if (!dispatch(putEntry(entry.kind === 'footage' ? { ...entry, cut } : entry))) return;
      dispatch(noticed(`${quoted(entry.name)} is in the kit.`));
    } catch (error) {
      dispatch(tell(error));
    }
  };

/** Says why a file could not be read; one that the server could copy is kept at hand for that. */
const told =
  (error: unknown, file: File): AppThunk =>
  (dispatch) => {
    if (!(error instanceof MoonError) || error.code !== 'codec-unreadable') {
      dispatch(tell(error));
      return;
    }
    const id = newId();
    unreadable.set(id, file);
    dispatch(foundUnreadable({ id, why: error.message }));
  };

export const leaveUnreadable =
  (id: string): AppThunk =>
  (dispatch) => {
    unreadable.delete(id);
    dispatch(leftUnreadable(id));
  };

/** Brings in a copy of an unreadable file, which the server makes. */
export const importCopy =
  (id: string, progress: Progress, signal: AbortSignal): AppThunk<Promise<void>> =>
  async (dispatch) => {
    const file = unreadable.get(id);
    if (!file || !dispatch(mayChange())) return;
    const entry = await engine.importCopy(file, stamp(), progress, signal);
    if (!dispatch(putEntry(entry))) return;
    dispatch(leaveUnreadable(id));
    dispatch(noticed(`A copy of ${quoted(entry.name)} is in the kit.`));
  };

/** Puts another file in the place of a kept one, wherever that is used. */
export const replaceFootage =
  (footage: Footage, file: File): AppThunk<Promise<void>> =>
  async (dispatch, getState) => {
    if (!dispatch(mayChange())) return;
    try {
      const { id, created } = footage;
      const entry = await dispatch(brought(file, { id, created }));
      if (entry.kind !== 'footage' || entry.type !== footage.type) {
        throw new MoonError(
          'media-unreadable',
          `${quoted(file.name)} is no ${footage.type}. Choose a ${footage.type}, or bring it in by itself.`,
        );
      }
      const now = selectFootageById(getState(), id);
      if (now?.media.hash !== footage.media.hash) {
        throw new MoonError('not-found', meanwhile(footage, now));
      }
      const renewed = { ...entry, name: now.name };
      if (!dispatch(putEntry(renewed))) return;
      const text = [`${quoted(now.name)} has a new file.`, ...changes(now, entry)].join(' ');
      dispatch(noticedGone(now, text, renewed));
    } catch (error) {
      dispatch(tell(error));
    }
  };

const meanwhile = ({ name }: Footage, now: Footage | undefined): string =>
  now
    ? `${quoted(name)} was given another file meanwhile, and keeps that one.`
    : `${quoted(name)} was deleted meanwhile, so that the new file was left out.`;

/** What will not be as it was with another file, in plain words. */
function changes(before: Footage, after: Footage): readonly string[] {
  const seconds = ({ duration }: Footage) => `${duration.toFixed(1)} s`;
  const size = ({ width, height }: Footage) => `${width} × ${height}`;
  const shorter = after.duration < before.duration - 0.05;
  const longer = after.duration > before.duration + 0.05;
  return [
    ...(shorter
      ? [
          `It lasts ${seconds(after)} instead of ${seconds(before)}: look at what comes after its end.`,
        ]
      : []),
    ...(longer ? [`It lasts ${seconds(after)} instead of ${seconds(before)}.`] : []),
    ...(size(before) === size(after) ? [] : [`It is ${size(after)} instead of ${size(before)}.`]),
  ];
}

/** Two exports of one animation over two colours as a clip with alpha, put in the kit. */
export const recoverAlpha =
  (
    first: Footage,
    second: Footage,
    progress: Progress,
    signal: AbortSignal,
  ): AppThunk<Promise<{ id: string; agreement: number } | null>> =>
  async (dispatch) => {
    if (!dispatch(mayChange())) return null;
    const { footage, pair } = await engine.recoverAlpha(first, second, stamp(), progress, signal);
    return dispatch(putEntry(footage)) ? { id: footage.id, agreement: pair.agreement } : null;
  };
