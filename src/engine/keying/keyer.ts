import type { KeySettings } from '@/core/document';
import { hasSharpEdges, isLocal, keyConstants } from '@/core/matte/keyConstants';
import { keyPicture } from '@/core/matte/keyPicture';
import type { YuvMatrix } from '@/core/colour/yuvMatrix';
import { repairedRgba } from '@/core/matte/repairChroma';
import { keepsShape, shapeMatte } from '@/core/matte/shapeMatte';
import { shrunkRgba } from '@/core/matte/shrinkFrame';
import { inTurn } from '@/core/inTurn';
import { numbersOf, type KeyKernels, type Size, type Work } from '../kernels/keying';
import { hireTeam, type Team } from '../kernels/team';

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
  /**
   * A frame as it was decoded: its chroma repaired, or all of it made smaller; keyed where there is a
   * key.
   * @param size the frame's own or less
   * @returns straight RGBA
   */
  readonly frame: (
    frame: PlanarFrame,
    size: Size,
    key: KeySettings | null,
  ) => Promise<Uint8ClampedArray>;
}

/** By plain code, where the kernels cannot be had. */
export const plainKeyer: Keyer = {
  keyRgba: async (...picture) => keyPicture(...picture),
  frame: async ({ width, height, matrix, copyTo }, size, key) => {
    const luma = width * height;
    const chroma = ((width + 1) >> 1) * ((height + 1) >> 1);
    const planes = new Uint8Array(luma + 2 * chroma);
    await copyTo(planes, [0, luma, luma + chroma]);
    const [y, u] = [planes.subarray(0, luma), planes.subarray(luma, luma + chroma)];
    const v = planes.subarray(luma + chroma);
    const planar = { width, height, y, u, v };
    const whole = size.width === width && size.height === height;
    const rgba = whole
      ? repairedRgba(planar, matrix)
      : shrunkRgba(planar, matrix, size.width, size.height);
    if (key) keyPicture(rgba, size.width, size.height, key, size.width / width);
    return rgba;
  },
};

let shared: Promise<Keyer> | null = null;

/** This worker's keyer, by compiled kernels where they can be had. */
export const keyer = (): Promise<Keyer> =>
  (shared ??= hireTeam('keying').then(kernelKeyer, () => plainKeyer));

export function kernelKeyer(team: Team<KeyKernels>): Keyer {
  const { kernels, stripes } = team;
  const bytes = (at: number, length: number) => new Uint8Array(kernels.memory.buffer, at, length);
  const layoutOf = (size: Size, frame: Size) => kernels.layout(size, frame, stripes);
  const run = (work: Work) => {
    layoutOf(work, work.frame);
    team.run(numbersOf(work));
  };
  // One picture at a time: all of them use the same memory.
  const next = inTurn();
  const keyAll = (size: Size, frame: Size, key: KeySettings) => {
    kernels.setKey(keyConstants(key));
    if (!isLocal(key)) {
      run({ ...size, frame, step: 'key' });
      return;
    }
    run({ ...size, frame, step: 'gather' });
    kernels.spread(size, layoutOf(size, frame));
    if (hasSharpEdges(key)) run({ ...size, frame, step: 'find sharp alpha' });
    run({ ...size, frame, step: 'key locally' });
  };
  const finish = (
    rgba: Uint8ClampedArray,
    { width, height }: Size,
    frame: Size,
    key: KeySettings | null,
    scale: number,
  ) => {
    const size = { width, height };
    if (key) keyAll(size, frame, key);
    rgba.set(bytes(layoutOf(size, frame).source, rgba.length));
    if (key && !keepsShape(key)) shapeMatte(rgba, width, height, key, scale);
  };
  return {
    keyRgba: (rgba, width, height, key, scale) =>
      next(async () => {
        const size = { width, height };
        bytes(layoutOf(size, size).source, rgba.length).set(rgba);
        finish(rgba, size, size, key, scale);
      }),
    frame: (planes, { width, height }, key) =>
      next(async () => {
        const size = { width, height };
        const frame = { width: planes.width, height: planes.height };
        const { y, u, v, scratch } = layoutOf(size, frame);
        await planes.copyTo(bytes(y, scratch - y), [0, u - y, v - y]);
        kernels.setMatrix(planes.matrix);
        run({ ...size, frame, step: 'convert' });
        const rgba = new Uint8ClampedArray(width * height * 4);
        finish(rgba, size, frame, key, width / planes.width);
        return rgba;
      }),
  };
}
