import { mediaOwners, type MediaOwner } from '@/core/document/media';
import { engine } from '@/engine/engine';
import { stamp } from './actions';
import { mayChange } from './mayChange';
import { busily } from './busily';
import { putEntry } from './putEntry';
import { saveChanges } from './saving';
import { selectKit } from './selectors';
import { noticed, tell } from './session';
import {
  forgetUnused,
  loadUnused,
  namedMedia,
  noteUnnamed,
  overdueMedia,
  KEPT_FOR,
  type Index,
} from './storage';
import type { AppThunk } from './store';
import { quoted } from '@/core/quoted';

/** A media file that nothing in the kit names any more. */
export interface UnusedMedia {
  readonly hash: string;
  readonly name: string;
  readonly bytes: number;
  /** Until when it is kept, in milliseconds since 1970. */
  readonly until: number;
  readonly entry: MediaOwner | null;
}

/** Drops media that were not named for long. Nothing may be brought in meanwhile: it could be one of them. */
export async function dropOverdue(index: Index): Promise<void> {
  const overdue = await overdueMedia(index);
  if (overdue.length === 0) return;
  await engine.dropMedia(overdue);
  await forgetUnused(overdue);
}

/** Notes media that are no longer named; they stay for now. */
export async function noteUnused(index: Index): Promise<void> {
  const kept = (await engine.keptMedia()).map(({ hash }) => hash);
  await noteUnnamed(kept, await namedMedia(index));
}

export const findUnused = (): AppThunk<Promise<readonly UnusedMedia[]>> => async (_, getState) => {
  const records = await loadUnused();
  const named = new Set(mediaOwners(selectKit(getState())).map(({ media }) => media.hash));
  return (await engine.keptMedia()).flatMap(({ hash, bytes }) => {
    const record = records.get(hash);
    if (!record || named.has(hash)) return [];
    const { since, entry } = record;
    return [{ hash, bytes, entry, name: entry?.name ?? 'A file', until: since + KEPT_FOR }];
  });
};

/** Puts a file back into the kit: as what it was, or as what it is by its bytes. */
export const bringBack =
  ({ hash, bytes, entry }: UnusedMedia): AppThunk<Promise<void>> =>
  async (dispatch) => {
    if (!dispatch(mayChange())) return;
    try {
      const back =
        entry ??
        (await dispatch(
          busily('Bringing a file back', async (progress, signal) => {
            const file = new File([await engine.fileOfMedia({ hash, bytes })], 'Brought back');
            return engine.importMedia(file, stamp(), progress, signal);
          }),
        ));
      if (dispatch(putEntry(back))) dispatch(noticed(`${quoted(back.name)} is in the kit again.`));
    } catch (error) {
      dispatch(tell(error));
    }
  };

/** Frees room at once; what is saved meanwhile has been waiting for it. */
export const freeUnused =
  (hashes: readonly string[]): AppThunk<Promise<void>> =>
  async (dispatch) => {
    if (!dispatch(mayChange())) return;
    try {
      await engine.dropMedia(hashes);
      await forgetUnused(hashes);
      await saveChanges();
    } catch (error) {
      dispatch(tell(error));
    }
  };
