import { CONSTANTS } from '@/core/matte/keyConstants';
import type { YuvMatrix } from '@/core/matte/repairChroma';

/** What `kernels/` exports. */
interface Exports {
  readonly key: (constants: number, source: number, target: number, pixels: number) => void;
  readonly keyOver: (constants: number, source: number, background: number, pixels: number) => void;
  readonly setMatrix: (matrix: number) => void;
  readonly shrink: (
    y: number,
    u: number,
    v: number,
    width: number,
    height: number,
    outWidth: number,
    outHeight: number,
    from: number,
    to: number,
    out: number,
    scratch: number,
  ) => void;
  readonly shrinkScratch: (width: number) => number;
  readonly repairScratch: (width: number) => number;
  readonly repair: (
    y: number,
    u: number,
    v: number,
    width: number,
    height: number,
    from: number,
    to: number,
    out: number,
    scratch: number,
  ) => void;
}

const PAGE = 65_536;

/** The first page holds the stripes' signals and the constants; pictures come after it. */
const KEY_AT = 1024;
const MATRIX_AT = KEY_AT + CONSTANTS * 4 + 64;
const PICTURES_AT = PAGE;

const aligned = (bytes: number): number => (bytes + 63) & ~63;

/** Where a picture's parts lie in the kernels' memory, in bytes. */
export interface Layout {
  /** The picture to be keyed, RGBA. */
  readonly source: number;
  /** What it is laid over, RGBA. */
  readonly background: number;
  readonly y: number;
  readonly u: number;
  readonly v: number;
  readonly scratch: number;
  readonly end: number;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** What is done to some rows of a picture. */
export interface Work extends Size {
  /**
   * A frame's size where the picture is made from its Y, U and V planes first, with chroma repaired
   * at the same size or shrunk to a smaller one; null where it is there already.
   */
  readonly planes: Size | null;
  /** In place, over the background, or not at all. */
  readonly keys: 'in place' | 'over' | 'not';
}

/** The compiled kernels on one memory; several of these may share it and work on stripes of rows. */
export class Kernels {
  private constructor(
    private readonly exports: Exports,
    readonly memory: WebAssembly.Memory,
  ) {}

  static async on(module: WebAssembly.Module, memory: WebAssembly.Memory): Promise<Kernels> {
    const { exports } = await WebAssembly.instantiate(module, { env: { memory } });
    return new Kernels(exports as unknown as Exports, memory);
  }

  /** A memory that stripes of several workers can share. */
  static newMemory(): WebAssembly.Memory {
    return new WebAssembly.Memory({ initial: 16, maximum: 16_384, shared: true });
  }

  /**
   * Makes room for a picture and for the frame it is made from.
   * @param stripes how many workers share it
   */
  layout(picture: Size, frame: Size, stripes: number): Layout {
    const pixels = aligned(picture.width * picture.height * 4 + 64);
    const luma = aligned(frame.width * frame.height + 64);
    const chroma = aligned(((frame.width + 1) >> 1) * ((frame.height + 1) >> 1) + 64);
    const background = PICTURES_AT + pixels;
    const y = background + pixels;
    const u = y + luma;
    const v = u + chroma;
    const scratch = v + chroma;
    const end = scratch + stripes * this.scratchBytes(frame.width);
    const missing = Math.ceil((end - this.memory.buffer.byteLength) / PAGE);
    if (missing > 0) this.memory.grow(missing);
    return { source: PICTURES_AT, background, y, u, v, scratch, end };
  }

  setKey(constants: Float32Array): void {
    new Float32Array(this.memory.buffer, KEY_AT, constants.length).set(constants);
  }

  setMatrix(matrix: YuvMatrix): void {
    const { black, luma, vToR, uToG, vToG, uToB } = matrix;
    new Float32Array(this.memory.buffer, MATRIX_AT, 6).set([black, luma, vToR, uToG, vToG, uToB]);
  }

  /** @param from,to rows; `from` is even @param stripe whose scratch memory is used */
  run(work: Work, at: Layout, from: number, to: number, stripe: number): void {
    const { width, planes, keys } = work;
    if (to <= from) return;
    if (planes) this.convert(work, planes, at, from, to, stripe);
    if (keys === 'not') return;
    const offset = from * width * 4;
    const pixels = (to - from) * width;
    const source = at.source + offset;
    if (keys === 'over') this.exports.keyOver(KEY_AT, source, at.background + offset, pixels);
    else this.exports.key(KEY_AT, source, source, pixels);
  }

  private convert(
    out: Size,
    { width, height }: Size,
    { y, u, v, scratch, source }: Layout,
    from: number,
    to: number,
    stripe: number,
  ): void {
    this.exports.setMatrix(MATRIX_AT);
    const own = scratch + stripe * this.scratchBytes(width);
    if (out.width === width && out.height === height) {
      this.exports.repair(y, u, v, width, height, from, to, source, own);
      return;
    }
    this.exports.shrink(y, u, v, width, height, out.width, out.height, from, to, source, own);
  }

  private scratchBytes(width: number): number {
    return aligned(Math.max(this.exports.repairScratch(width), this.exports.shrinkScratch(width)));
  }
}
