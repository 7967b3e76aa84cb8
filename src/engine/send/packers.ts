import { wrap, type Remote } from 'comlink';
import { AT_ONCE, frameLine } from './frameLine';
import type { PackerApi } from './packer.worker';

type Context = OffscreenCanvasRenderingContext2D;

interface Packer {
  readonly api: Remote<PackerApi>;
  /** Rejects where the worker cannot be started. */
  readonly failed: Promise<never>;
  readonly end: () => void;
}

function startPacker(): Packer {
  const worker = new Worker('/engine/send/packer.worker.js', { type: 'module' });
  const failed = new Promise<never>((_resolve, reject) => {
    worker.addEventListener('error', () => reject(new Error('A worker could not be started.')));
  });
  failed.catch(() => undefined);
  return { api: wrap<PackerApi>(worker), failed, end: () => worker.terminate() };
}

/** Frames that are packed in workers while the next one is painted. */
export interface PackedFrames {
  /**
   * Takes what is painted; the canvas may be painted anew when this resolves.
   * @param rests whether that is as it was before
   */
  readonly add: (context: Context, rests: boolean) => Promise<void>;
  /** Hands on what is still being packed. */
  readonly finish: () => Promise<void>;
  readonly end: () => void;
}

/**
 * @param pack asks a worker to pack a frame; its straight RGBA may be handed over
 * @param take is called with what came of one frame after the other, again where a frame is as the one before
 */
export function packedFrames<T>(
  pack: (packer: Remote<PackerApi>, rgba: Uint8ClampedArray<ArrayBuffer>) => Promise<T>,
  take: (packed: T) => Promise<unknown>,
): PackedFrames {
  // Started before there is a frame for them: the first one is painted meanwhile.
  const packers = Array.from({ length: AT_ONCE }, startPacker);
  const line = frameLine(take);
  let newest: Promise<T>;
  let count = 0;
  const packing = (rgba: Uint8ClampedArray<ArrayBuffer>): Promise<T> => {
    const packer = packers[count++ % AT_ONCE];
    return Promise.race([pack(packer.api, rgba), packer.failed]);
  };
  const end = () => packers.forEach((packer) => packer.end());
  return {
    add: (context, rests) => {
      const { width, height } = context.canvas;
      if (!rests) newest = packing(context.getImageData(0, 0, width, height).data);
      return line.add(newest);
    },
    finish: async () => {
      await line.finish();
      end();
    },
    end,
  };
}
