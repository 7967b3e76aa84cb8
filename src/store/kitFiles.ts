import type { Kit, Read } from '@/core/document';
import { engine } from '@/engine/engine';
import { mayChange } from './mayChange';
import { keepAside } from './unreadParts';
import { busily } from './busily';
import { kitLoaded } from './kit';
import { openIndex, storeKit } from './saving';
import { selectKit } from './selectors';
import { noticed, tell } from './session';
import { loadCopies, readGeneration, type SafetyCopy } from './storage';
import type { AppThunk } from './store';
import { quoted } from '@/core/quoted';

const DEMO_KIT = '/demo/fennel-hill-kites.moonpatch';

export const openDemoKit = (): AppThunk<Promise<void>> => async (dispatch) => {
  const response = await fetch(DEMO_KIT).catch(() => null);
  if (!response?.ok) {
    dispatch(
      noticed('The demo kit is not part of this build. Run “npm run build” again.', 'problem'),
    );
    return;
  }
  await dispatch(openKitFile(await response.blob()));
};

/** Replaces the whole kit by a file's; the kit stays as it is when anything in the file is wrong. */
export const openKitFile =
  (file: Blob): AppThunk<Promise<void>> =>
  (dispatch) =>
    dispatch(
      replaceKit(() =>
        dispatch(
          busily('Opening the kit file', (progress, signal) =>
            engine.openKit(file, progress, signal),
          ),
        ),
      ),
    );

/** Replaces the whole kit by a safety copy. */
export const openCopy = ({ generation, name }: SafetyCopy): AppThunk<Promise<void>> =>
  replaceKit(() => readGeneration({ generation, name }));

/** Kits and copies of this kit's past that can be had back, newest first. */
export const findCopies = (): Promise<readonly SafetyCopy[]> => {
  const index = openIndex();
  return index ? loadCopies(index) : Promise.resolve([]);
};

const replaceKit =
  (read: () => Promise<Read<Kit>>): AppThunk<Promise<void>> =>
  async (dispatch) => {
    if (!dispatch(mayChange())) return;
    try {
      const { document: kit, told, leftOut } = await read();
      await storeKit(kit);
      dispatch(kitLoaded({ kit, fresh: false }));
      await dispatch(keepAside(leftOut));
      if (told.length > 0) dispatch(noticed(told.join(' '), 'problem'));
    } catch (error) {
      dispatch(tell(error));
    }
  };

/** The kit as a file to download, as it is in memory; null when it could not be made. */
export const saveKitFile = (): AppThunk<Promise<Blob | null>> => async (dispatch, getState) => {
  try {
    const { file, missing } = await dispatch(
      busily('Writing the kit file', (progress, signal) =>
        engine.saveKit(selectKit(getState()), progress, signal),
      ),
    );
    if (missing.length > 0) {
      const names = missing.map((name) => quoted(name)).join(', ');
      dispatch(
        noticed(`The files of ${names} could not be read and are not in the kit file.`, 'problem'),
      );
    }
    return file;
  } catch (error) {
    dispatch(tell(error));
    return null;
  }
};
