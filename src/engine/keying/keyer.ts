import type { KeySettings } from '@/core/document';
import { keyConstants } from '@/core/matte/keyConstants';
import { keyPicture } from '@/core/matte/keyPicture';
import { repairedRgba, type YuvMatrix } from '@/core/matte/repairChroma';
import { keepsShape, shapeMatte } from '@/core/matte/shapeMatte';
import { Kernels, type Work } from './kernels';
import { MOST_STRIPES, runRows, startJob, STATE, waitUntilDone, type StripeSetup } from './signals';

/** A decoded 4:2:0 frame that writes its planes, without padding, to where it is told. */
export interface PlanarFrame {
  readonly width: number;
  readonly height: number;
  readonly matrix: YuvMatrix;
  /** @param offsets of the Y, U and V planes in `target` */
  readonly copyTo: (target: Uint8Array, offsets: readonly number[]) => Promise<void>;
}

/** Frees pictures of their backdrop. */
export interface Keyer {
  /** In place. @param scale pixels per pixel of the picture as it came */
  readonly keyRgba: (
    rgba: Uint8ClampedArray,
    width: number,
    height: number,
    key: KeySettings,
    scale: number,
  ) => Promise<void>;
  /** A frame as it was decoded, its chroma repaired first. @returns straight RGBA */
  readonly keyFrame: (frame: PlanarFrame, key: KeySettings) => Promise<Uint8ClampedArray>;
}

/** By plain code: where pages may not share memory, and until the kernels are there. */
export const plainKeyer: Keyer = {
  keyRgba: async (...picture) => keyPicture(...picture),
  keyFrame: async ({ width, height, matrix, copyTo }, key) => {
    const luma = width * height;
    const chroma = ((width + 1) >> 1) * ((height + 1) >> 1);
    const planes = new Uint8Array(luma + 2 * chroma);
    await copyTo(planes, [0, luma, luma + chroma]);
    const [y, u] = [planes.subarray(0, luma), planes.subarray(luma, luma + chroma)];
    const v = planes.subarray(luma + chroma);
    const rgba = repairedRgba({ width, height, y, u, v }, matrix);
    keyPicture(rgba, width, height, key);
    return rgba;
  },
};

let shared: Promise<Keyer> | null = null;

/** This worker's keyer, by compiled kernels where they can be had. */
export const keyer = (): Promise<Keyer> =>
  (shared ??=
    typeof SharedArrayBuffer === 'undefined' || !self.crossOriginIsolated
      ? Promise.resolve(plainKeyer)
      : compiledKeyer('/engine/kernels.wasm', '/engine/keying/stripes.worker.js').catch(
          () => plainKeyer,
        ));

async function compiledKeyer(wasm: string, worker: string): Promise<Keyer> {
  const module = await WebAssembly.compileStreaming(fetch(wasm));
  const memory = Kernels.newMemory();
  const kernels = await Kernels.on(module, memory);
  const stripes = Math.min(MOST_STRIPES, navigator.hardwareConcurrency || 1);
  for (let stripe = 1; stripe < stripes; stripe++) {
    const setup: StripeSetup = { module, memory, stripe, stripes };
    new Worker(worker, { type: 'module' }).postMessage(setup);
  }
  return kernelKeyer(kernels, stripes);
}

/** @param stripes how many workers, this one among them, share a picture */
export function kernelKeyer(kernels: Kernels, stripes: number): Keyer {
  const bytes = (at: number, length: number) => new Uint8Array(kernels.memory.buffer, at, length);
  const run = (work: Work) => {
    const at = kernels.layout(work.width, work.height, stripes);
    const signals = new Int32Array(kernels.memory.buffer, 0, STATE.length);
    // Until the other stripes listen, all rows are worked on here.
    const sharing = stripes > 1 && allReady(signals, stripes);
    if (!sharing) {
      kernels.run(work, at, 0, work.height, 0);
      return;
    }
    startJob(signals, work);
    runRows(kernels, { ...work, at }, 0, stripes);
    waitUntilDone(signals, stripes - 1);
  };
  // One picture at a time: all of them use the same memory.
  let before: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const mine = before.then(work);
    before = mine.catch(() => undefined);
    return mine;
  };
  const finished = (rgba: Uint8ClampedArray, work: Work, key: KeySettings, scale: number) => {
    kernels.setKey(keyConstants(key));
    run(work);
    rgba.set(bytes(kernels.layout(work.width, work.height, stripes).source, rgba.length));
    if (!keepsShape(key)) shapeMatte(rgba, work.width, work.height, key, scale);
  };
  return {
    keyRgba: (rgba, width, height, key, scale) =>
      inTurn(async () => {
        bytes(kernels.layout(width, height, stripes).source, rgba.length).set(rgba);
        finished(rgba, { width, height, repairs: false, keys: 'in place' }, key, scale);
      }),
    keyFrame: ({ width, height, matrix, copyTo }, key) =>
      inTurn(async () => {
        const { y, u, v, scratch } = kernels.layout(width, height, stripes);
        await copyTo(bytes(y, scratch - y), [0, u - y, v - y]);
        kernels.setMatrix(matrix);
        const rgba = new Uint8ClampedArray(width * height * 4);
        finished(rgba, { width, height, repairs: true, keys: 'in place' }, key, 1);
        return rgba;
      }),
  };
}

function allReady(signals: Int32Array, stripes: number): boolean {
  for (let stripe = 1; stripe < stripes; stripe++) {
    if (Atomics.load(signals, STATE.ready + stripe) === 0) return false;
  }
  return true;
}
