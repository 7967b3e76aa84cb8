import { LUMA } from '../colour';

/** A frame scaled far down: straight RGBA. */
export interface SmallFrame {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

const { abs } = Math;

/** Mean difference of two frames' colours, 0…1. */
export function frameDifference(a: SmallFrame, b: SmallFrame): number {
  let sum = 0;
  for (let i = 0; i < a.data.length; i += 4) {
    sum +=
      abs(a.data[i] - b.data[i]) +
      abs(a.data[i + 1] - b.data[i + 1]) +
      abs(a.data[i + 2] - b.data[i + 2]);
  }
  return sum / ((a.data.length / 4) * 3 * 255);
}

/** Mean luma, 0…1 (weights of BT.709). */
export function meanLuma({ data }: SmallFrame): number {
  let sum = 0;
  for (let i = 0; i < data.length; i += 4) {
    sum += LUMA.r * data[i] + LUMA.g * data[i + 1] + LUMA.b * data[i + 2];
  }
  return sum / ((data.length / 4) * 255);
}
