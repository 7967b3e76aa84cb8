import { chroma, chromaDistance, i420Bytes, LUMA, rgbaToI420, toHex, type Rgb } from '../colour';
import { unknownKind } from '../errors';
import { PLAIN_MATTE } from '../document/createKey';
import { keyPicture } from '../matte/keyPicture';
import { yuvMatrix } from '../colour/yuvMatrix';
import type { Laying } from './types';

/** One way a receiver could be set: what it takes out how strongly, or how it blends. */
export type Treatment =
  | { readonly kind: 'as it is' }
  | { readonly kind: 'over black' }
  | {
      readonly kind: 'key';
      readonly colour: Rgb;
      readonly tolerance: number;
      readonly softness: number;
    }
  | { readonly kind: 'blend'; readonly mode: 'screen' | 'multiply' };

/**
 * The settings that whoever works with a receiver could try on a file.
 * @param corner the mean colour of the file's corners, over black
 */
export function treatmentsOf(laying: Laying, corner: Rgb): readonly Treatment[] {
  switch (laying.kind) {
    case 'alpha':
      return [{ kind: 'as it is' }];
    case 'solid':
      return [{ kind: 'over black' }];
    case 'fixed key': {
      const far = (colour: Rgb) => chromaDistance(chroma(...colour), chroma(...corner));
      const [colour] = [...laying.colours].sort((a, b) => far(a) - far(b));
      const { tolerance, softness } = laying;
      return [{ kind: 'key', colour, tolerance, softness }];
    }
    case 'picked key':
      return laying.tolerances.map((tolerance) => ({
        ...{ kind: 'key', colour: corner, tolerance, softness: laying.softness },
      }));
    case 'blend':
      return laying.modes.map((mode) => ({ kind: 'blend', mode }));
    default:
      throw unknownKind('laying', laying);
  }
}

/** Side of the square at each corner whose colour counts, as a share of the shorter side. */
const CORNER = 0.02;

/** The mean colour of a picture's four corners, over black. */
export function cornerColour(rgba: Uint8ClampedArray, width: number, height: number): Rgb {
  const side = Math.max(1, Math.round(Math.min(width, height) * CORNER));
  const sum = [0, 0, 0];
  let pixels = 0;
  for (let y = 0; y < height; y++) {
    if (y >= side && y < height - side) continue;
    for (let x = 0; x < width; x++) {
      if (x >= side && x < width - side) continue;
      const at = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) sum[c] += (rgba[at + c] * rgba[at + 3]) / 255;
      pixels++;
    }
  }
  const [red, green, blue] = sum.map((total) => Math.round(total / pixels));
  return [red, green, blue];
}

/**
 * What a receiver makes of a file's frame before it lays it over the footage, in place: straight RGBA.
 * Whatever does not use alpha works in 8-bit 4:2:0.
 */
export function takeIn(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  setting: Treatment,
): void {
  if (setting.kind === 'as it is') return;
  layOnBlack(rgba);
  throughI420(rgba, width, height);
  if (setting.kind !== 'key') return;
  const { colour, tolerance, softness } = setting;
  const key = { kind: 'chroma', colour: toHex(colour), tolerance, softness, spill: 1 } as const;
  keyPicture(rgba, width, height, { ...PLAIN_MATTE, ...key });
}

function layOnBlack(rgba: Uint8ClampedArray): void {
  for (let k = 0; k < rgba.length; k += 4) {
    for (let c = 0; c < 3; c++) rgba[k + c] = (rgba[k + c] * rgba[k + 3]) / 255;
    rgba[k + 3] = 255;
  }
}

const BT709 = yuvMatrix(LUMA.r, LUMA.b, false);

/** Takes an opaque picture to 8-bit 4:2:0 (BT.709, limited range) and back, in place, as plain readers do. */
export function throughI420(rgba: Uint8ClampedArray, width: number, height: number): void {
  const codes = new Uint8Array(i420Bytes(width, height, false));
  rgbaToI420(rgba, width, height, false, codes);
  const columns = (width + 1) >> 1;
  const u = width * height;
  const v = u + columns * ((height + 1) >> 1);
  const { black, luma, vToR, uToG, vToG, uToB } = BT709;
  for (let i = 0; i < u; i++) {
    const half = (Math.floor(i / width) >> 1) * columns + ((i % width) >> 1);
    const y = luma * (codes[i] - black);
    const cb = codes[u + half] - 128;
    const cr = codes[v + half] - 128;
    rgba[i * 4] = y + vToR * cr;
    rgba[i * 4 + 1] = y + uToG * cb + vToG * cr;
    rgba[i * 4 + 2] = y + uToB * cb;
  }
}
