import { CONSTANTS } from '@/core/matte/keyConstants';
import { CELL } from '@/core/matte/keyLayout';
import type { YuvMatrix } from '@/core/colour/yuvMatrix';
import { aligned, makeRoom, PAGE } from './memory';
import type { StripeWork } from './stripeWork';

/** What `kernels/` exports for keying. */
interface Exports {
  readonly key: (constants: number, source: number, pixels: number) => void;
  readonly localBytes: (width: number, height: number) => number;
  readonly gather: (
    constants: number,
    source: number,
    width: number,
    height: number,
    from: number,
    to: number,
    local: number,
  ) => void;
  readonly spread: (constants: number, width: number, height: number, local: number) => void;
  readonly sharpAlpha: (
    constants: number,
    source: number,
    width: number,
    height: number,
    from: number,
    to: number,
    local: number,
    out: number,
    scratch: number,
  ) => void;
  readonly sharpScratch: (width: number) => number;
  readonly keyScratch: (width: number) => number;
  readonly keyLocally: (
    constants: number,
    source: number,
    width: number,
    height: number,
    from: number,
    to: number,
    local: number,
    alphas: number,
    scratch: number,
  ) => void;
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

/** Rows are shared out in so many at a time: a cell's, and whole rows of chroma. */
const ROWS = CELL;

/** The first page holds the stripes' signals and the constants; pictures come after it. */
const KEY_AT = 1024;
const MATRIX_AT = KEY_AT + CONSTANTS * 4 + 64;
const PICTURES_AT = PAGE;

/** Where a picture's parts lie in the kernels' memory, in bytes. */
export interface Layout {
  /** The picture to be keyed, RGBA. */
  readonly source: number;
  /** The colours round each of its cells. */
  readonly local: number;
  readonly y: number;
  readonly u: number;
  readonly v: number;
  /** Alpha of sharp edges, in place of Y once the picture is made. */
  readonly alphas: number;
  readonly scratch: number;
  readonly end: number;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** What is done to rows of a picture, one after the other: all rows take a step before any takes the next. */
export type Step = 'convert' | 'gather' | 'find sharp alpha' | 'key locally' | 'key';

export interface Work extends Size {
  readonly step: Step;
  /**
   * The size of the frame that the picture is made from: its chroma is repaired at the same size, or
   * all of it is shrunk to a smaller one. The picture's own where there is no frame.
   */
  readonly frame: Size;
}

const STEPS: readonly Step[] = ['convert', 'gather', 'find sharp alpha', 'key locally', 'key'];

/** A job as numbers. */
export const numbersOf = ({ step, width, height, frame }: Work): readonly number[] => [
  ...[STEPS.indexOf(step), width, height, frame.width, frame.height],
];

/** The keying kernels on one memory; several of these may share it and work on stripes of rows. */
export class KeyKernels implements StripeWork {
  constructor(
    private readonly exports: Exports,
    readonly memory: WebAssembly.Memory,
  ) {}

  runStripe(numbers: readonly number[], stripe: number, stripes: number): void {
    const [step, width, height, frameWidth, frameHeight] = numbers;
    const frame = { width: frameWidth, height: frameHeight };
    const work: Work = { step: STEPS[step], width, height, frame };
    const sets = Math.ceil(height / ROWS);
    const from = ROWS * Math.floor((sets * stripe) / stripes);
    const to = Math.min(height, ROWS * Math.floor((sets * (stripe + 1)) / stripes));
    this.run(work, this.layout(work, frame, stripes), from, to, stripe);
  }

  /**
   * Makes room for a picture and for the frame it is made from.
   * @param stripes how many workers share it
   */
  layout(picture: Size, frame: Size, stripes: number): Layout {
    const pixels = aligned(picture.width * picture.height * 4 + 64);
    const luma = aligned((frame.width + 3) * frame.height + 64);
    const chroma = aligned(((frame.width + 1) >> 1) * ((frame.height + 1) >> 1) + 64);
    const local = PICTURES_AT + pixels;
    const y = local + aligned(this.exports.localBytes(picture.width, picture.height));
    const u = y + luma;
    const v = u + chroma;
    const scratch = v + chroma;
    const end = scratch + stripes * this.scratchBytes(Math.max(picture.width, frame.width));
    makeRoom(this.memory, end);
    return { source: PICTURES_AT, local, y, u, v, alphas: y, scratch, end };
  }

  setKey(constants: Float32Array): void {
    new Float32Array(this.memory.buffer, KEY_AT, constants.length).set(constants);
  }

  setMatrix(matrix: YuvMatrix): void {
    const { black, luma, vToR, uToG, vToG, uToB } = matrix;
    new Float32Array(this.memory.buffer, MATRIX_AT, 6).set([black, luma, vToR, uToG, vToG, uToB]);
  }

  /** Spreads what was gathered in all rows. */
  spread({ width, height }: Size, { local }: Layout): void {
    this.exports.spread(KEY_AT, width, height, local);
  }

  /** @param from,to rows; `from` is a multiple of ROWS @param stripe whose scratch memory is used */
  run({ step, width, height, frame }: Work, at: Layout, from: number, to: number, stripe: number) {
    const { source, local, y, u, v, alphas } = at;
    if (to <= from) return;
    const scratch = at.scratch + stripe * this.scratchBytes(Math.max(width, frame.width));
    switch (step) {
      case 'convert':
        this.exports.setMatrix(MATRIX_AT);
        if (width === frame.width && height === frame.height) {
          this.exports.repair(y, u, v, width, height, from, to, source, scratch);
        } else {
          const { width: across, height: down } = frame;
          this.exports.shrink(y, u, v, across, down, width, height, from, to, source, scratch);
        }
        break;
      case 'gather':
        this.exports.gather(KEY_AT, source, width, height, from, to, local);
        break;
      case 'find sharp alpha':
        this.exports.sharpAlpha(KEY_AT, source, width, height, from, to, local, alphas, scratch);
        break;
      case 'key locally':
        this.exports.keyLocally(KEY_AT, source, width, height, from, to, local, alphas, scratch);
        break;
      case 'key':
        this.exports.key(KEY_AT, source + from * width * 4, (to - from) * width);
        break;
    }
  }

  private scratchBytes(width: number): number {
    const { repairScratch, shrinkScratch, sharpScratch, keyScratch } = this.exports;
    const needs = [repairScratch, shrinkScratch, sharpScratch, keyScratch];
    return aligned(Math.max(...needs.map((need) => need(width))));
  }
}
