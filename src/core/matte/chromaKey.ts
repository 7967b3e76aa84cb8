import { chroma, LUMA, parseHex } from '../colour';
import type { KeySettings } from '../document/types';

/** Numbers the pixel loop needs, worked out once a frame. */
interface KeyConstants {
  readonly cb: number;
  readonly cr: number;
  readonly low: number;
  readonly range: number;
  readonly key: readonly [number, number, number];
  readonly keyChannel: 0 | 1 | 2;
}

/** Alpha that would be rounded to nothing in eight bits. */
const LEAST_ALPHA = 0.5 / 255;

/** A key colour with less chroma than this is a grey: every grey would be taken for it. */
const LEAST_CHROMA = 0.05;

function constants(settings: KeySettings): KeyConstants {
  const key = parseHex(settings.colour);
  const [cb, cr] = chroma(...key);
  const magnitude = Math.max(LEAST_CHROMA, Math.hypot(cb, cr));
  const low = settings.tolerance * magnitude;
  const high = Math.max(low + 0.004, (settings.tolerance + settings.softness) * magnitude);
  const keyChannel = key.indexOf(Math.max(...key)) as 0 | 1 | 2;
  return { cb, cr, low, range: high - low, key, keyChannel };
}

/**
 * Removes a key colour from a picture, in place: alpha grows linearly with the chroma distance to
 * the key, the key's share is taken out of half-clear pixels, and what is left of its hue on the
 * artwork (spill) is turned to grey of the same luma.
 *
 * alpha = clamp((d − low) / (high − low)), P = clamp(C − (1 − alpha)·K, 0, alpha): linear because d is
 * itself linear in a mixed pixel's alpha; premultiplied because then nothing is divided by a small
 * alpha before the clamp.
 * @param rgba straight 8-bit sRGB with alpha, changed in place
 */
export function chromaKey(rgba: Uint8ClampedArray, settings: KeySettings): void {
  const { cb, cr, low, range, key, keyChannel } = constants(settings);
  const [keyR, keyG, keyB] = key;
  const cbScale = 1 / (2 * (1 - LUMA.b) * 255);
  const crScale = 1 / (2 * (1 - LUMA.r) * 255);
  for (let i = 0; i < rgba.length; i += 4) {
    const r = rgba[i];
    const g = rgba[i + 1];
    const b = rgba[i + 2];
    const y = LUMA.r * r + LUMA.g * g + LUMA.b * b;
    const distance = Math.hypot((b - y) * cbScale - cb, (r - y) * crScale - cr);
    const alpha = Math.min(1, Math.max(0, (distance - low) / range));
    if (alpha < LEAST_ALPHA) {
      rgba[i] = rgba[i + 1] = rgba[i + 2] = rgba[i + 3] = 0;
      continue;
    }
    let pr = r;
    let pg = g;
    let pb = b;
    if (alpha < 1) {
      const rest = 1 - alpha;
      const most = alpha * 255;
      pr = Math.min(most, Math.max(0, r - rest * keyR)) / alpha;
      pg = Math.min(most, Math.max(0, g - rest * keyG)) / alpha;
      pb = Math.min(most, Math.max(0, b - rest * keyB)) / alpha;
    }
    if (settings.spill > 0) {
      const own = keyChannel === 0 ? pr : keyChannel === 1 ? pg : pb;
      const others =
        keyChannel === 0
          ? Math.max(pg, pb)
          : keyChannel === 1
            ? Math.max(pr, pb)
            : Math.max(pr, pg);
      const excess = Math.max(0, own - others) * settings.spill;
      if (excess > 0) {
        const weight = keyChannel === 0 ? LUMA.r : keyChannel === 1 ? LUMA.g : LUMA.b;
        const back = excess * weight;
        pr += back - (keyChannel === 0 ? excess : 0);
        pg += back - (keyChannel === 1 ? excess : 0);
        pb += back - (keyChannel === 2 ? excess : 0);
      }
    }
    rgba[i] = pr;
    rgba[i + 1] = pg;
    rgba[i + 2] = pb;
    rgba[i + 3] = rgba[i + 3] * alpha;
  }
}

/** Mean colour of the square of `2·radius + 1` pixels round a point; what the eyedropper reports. */
export function meanColour(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  x: number,
  y: number,
  radius = 2,
): readonly [number, number, number] {
  const sum = [0, 0, 0];
  let count = 0;
  for (let yy = Math.max(0, y - radius); yy <= Math.min(height - 1, y + radius); yy++) {
    for (let xx = Math.max(0, x - radius); xx <= Math.min(width - 1, x + radius); xx++) {
      const at = (yy * width + xx) * 4;
      for (let channel = 0; channel < 3; channel++) sum[channel] += rgba[at + channel];
      count++;
    }
  }
  return [sum[0] / count, sum[1] / count, sum[2] / count];
}
