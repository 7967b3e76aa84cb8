import type { Rgb } from './convert';

/** Channels are told apart in this many levels. */
const STEP = 8;
const LEVELS = 256 / STEP;

/** Counts colours, for the commonest of them. */
export class ColourCounts {
  private readonly bins = new Uint32Array(LEVELS ** 3);
  private readonly sums = new Float64Array(LEVELS ** 3 * 3);
  private total = 0;

  /** Takes in the pixel whose red lies at `at`. */
  add(rgba: Uint8ClampedArray, at: number): void {
    const red = Math.floor(rgba[at] / STEP);
    const green = Math.floor(rgba[at + 1] / STEP);
    const bin = (red * LEVELS + green) * LEVELS + Math.floor(rgba[at + 2] / STEP);
    this.bins[bin]++;
    this.sums[bin * 3] += rgba[at];
    this.sums[bin * 3 + 1] += rgba[at + 1];
    this.sums[bin * 3 + 2] += rgba[at + 2];
    this.total++;
  }

  /** The commonest colour, as the mean of the pixels that are like it, and their share of all. */
  commonest(): { readonly colour: Rgb; readonly share: number } {
    const top = this.bins.reduce((best, count, bin) => (count > this.bins[best] ? bin : best), 0);
    const count = this.bins[top];
    const mean = (channel: number) => this.sums[top * 3 + channel] / Math.max(1, count);
    return { colour: [mean(0), mean(1), mean(2)], share: count / Math.max(1, this.total) };
  }
}
