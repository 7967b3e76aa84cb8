import { slicesOf } from '@/core/prores/frame';
import { macroblocks, type Profile, type Size } from '@/core/prores/profile';
import { aligned, makeRoom, PAGE } from './memory';
import type { StripeWork } from './stripeWork';

/** What `kernels/` exports for ProRes. */
interface Exports {
  readonly proresScratch: () => number;
  readonly proresSliceRoom: () => number;
  readonly codeProres: (
    rgba: number,
    before: number,
    width: number,
    height: number,
    wholeChroma: number,
    alphaBits: number,
    quantiser: number,
    from: number,
    to: number,
    out: number,
    lengths: number,
    scratch: number,
  ) => void;
}

/** Frames lie in two places by turns, so that one can be held against the one before. */
export type Turn = 0 | 1;

export interface SlicesWork extends Size {
  readonly profile: Profile;
  readonly quantiser: number;
  /** Where the frame lies. */
  readonly turn: Turn;
  /** Whether slices that are as they were in the other turn’s frame are left as they were coded. */
  readonly reuse: boolean;
}

/** Where the parts of a size’s work lie in the memory, in bytes. */
interface Layout {
  readonly frames: readonly [number, number];
  readonly lengths: number;
  readonly slices: number;
  readonly scratch: number;
}

/** A job as numbers. */
export const numbersOf = ({ width, height, profile, quantiser, turn, reuse }: SlicesWork) => [
  ...[width, height, Number(profile.wholeChroma), profile.alphaBits],
  ...[quantiser, turn, Number(reuse)],
];

/** The ProRes kernels on one memory; several of these may share it and work on stripes of rows. */
export class ProresKernels implements StripeWork {
  constructor(
    private readonly exports: Exports,
    readonly memory: WebAssembly.Memory,
  ) {}

  runStripe(numbers: readonly number[], stripe: number, stripes: number): void {
    const [width, height, wholeChroma, alphaBits, quantiser, turn, reuse] = numbers;
    const { frames, lengths, slices, scratch } = this.layout({ width, height });
    const before = reuse ? frames[1 - turn] : 0;
    const rows = macroblocks(height);
    const from = Math.floor((rows * stripe) / stripes);
    const to = Math.floor((rows * (stripe + 1)) / stripes);
    this.exports.codeProres(
      ...([frames[turn], before, width, height, wholeChroma, alphaBits, quantiser] as const),
      ...([from, to, slices, lengths] as const),
      scratch + stripe * aligned(this.exports.proresScratch()),
    );
  }

  /** Makes room for frames of a size, and for what as many stripes need. */
  prepare(size: Size, stripes: number): void {
    const scratch = stripes * aligned(this.exports.proresScratch());
    makeRoom(this.memory, this.layout(size).scratch + scratch);
  }

  /** Puts a frame where a turn’s lies. */
  setFrame(size: Size, turn: Turn, rgba: Uint8ClampedArray): void {
    new Uint8Array(this.memory.buffer, this.layout(size).frames[turn], rgba.length).set(rgba);
  }

  /** The coded slices, as they lie in the memory. */
  slices(size: Size): readonly Uint8Array[] {
    const at = this.layout(size);
    const { buffer } = this.memory;
    const count = slicesOf(size).length;
    const room = this.exports.proresSliceRoom();
    return Array.from(
      new Int32Array(buffer, at.lengths, count),
      (length, index) => new Uint8Array(buffer, at.slices + index * room, length),
    );
  }

  private layout(size: Size): Layout {
    const frame = aligned(size.width * size.height * 4);
    const count = slicesOf(size).length;
    const lengths = PAGE + 2 * frame;
    const slices = lengths + aligned(count * 4);
    const scratch = slices + aligned(count * this.exports.proresSliceRoom());
    return { frames: [PAGE, PAGE + frame], lengths, slices, scratch };
  }
}
