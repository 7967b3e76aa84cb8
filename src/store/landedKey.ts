import { type Footage } from '@/core/document';
import { changeLayer } from '@/core/edit';
import { engine } from '@/engine/engine';
import { editLanding } from './editing';
import { busily } from './busily';
import { noticed } from './session';
import type { AppThunk } from './store';
import { quoted } from '@/core/quoted';

/** Takes the screen out of a clip that has just been landed, where it plainly stands before one. */
export const keyLanded =
  (landing: string, layer: string, footage: Footage): AppThunk<Promise<void>> =>
  async (dispatch) => {
    if (footage.type !== 'video' || footage.alpha) return;
    // What cannot be read says so where it is shown.
    const key = await dispatch(
      busily(`Looking at ${footage.name}`, (_progress, signal) =>
        engine.screenKey(footage, signal),
      ),
    ).catch(() => null);
    if (!key) return;
    let done = false;
    dispatch(
      editLanding(landing, (document) =>
        changeLayer(document, layer, (entry) => {
          if (entry.kind !== 'clip' || entry.key || entry.footage !== footage.id) return entry;
          done = true;
          return { ...entry, key };
        }),
      ),
    );
    if (done)
      dispatch(
        noticed(
          `The screen behind ${quoted(footage.name)} was taken out. You can change that under Key.`,
        ),
      );
  };
