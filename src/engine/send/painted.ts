import equal from 'fast-deep-equal';
import type { Scene } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { stopIfAborted } from '../progress';
import type { Encoder, Making } from './types';

/** Makes a file by painting the planned frames, one after the other, for an encoder. */
export const painted =
  (open: (work: Making) => Promise<Encoder>) =>
  async (work: Making): Promise<Blob> => {
    const { artist, bundle, planned, target, crop, progress, signal } = work;
    const encoder = await open(work);
    const context = softwareContext(target.width, target.height);
    try {
      let before: Scene | null = null;
      for (const [index, frame] of planned.frames.entries()) {
        stopIfAborted(signal);
        const scene = await artist.sceneAt(bundle, frame);
        const rests = equal(scene, before);
        before = scene;
        if (!rests) {
          context.clearRect(0, 0, target.width, target.height);
          await artist.paint(context, scene, crop);
        }
        await encoder.add(context, index, rests);
        progress(index + 1, planned.frames.length);
      }
      return await encoder.finish();
    } catch (error) {
      await encoder.cancel();
      throw error;
    }
  };
