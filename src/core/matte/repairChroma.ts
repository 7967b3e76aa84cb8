import {
  AFTER,
  BEFORE,
  EPSILON,
  INNER,
  LEAST_EXPLAINED,
  MOST_EXPLAINED,
  NEXT,
  NOISE,
  OUTER,
  OWN,
  RADIUS,
} from './chromaFit';
import type { YuvMatrix } from '../colour/yuvMatrix';

/** One frame in 4:2:0: luma, and two chroma planes of half its width and height, rounded up. */
export interface I420 {
  readonly width: number;
  readonly height: number;
  readonly y: Uint8Array;
  readonly u: Uint8Array;
  readonly v: Uint8Array;
}

/**
 * A frame as RGBA, its chroma brought to full size along the edges of its luma: in each 5 × 5 window
 * of the half-size picture chroma is fitted as a·Y + b, and these two, not chroma itself, are
 * enlarged (guided upsampling: K. He, J. Sun, X. Tang, Guided Image Filtering, 2013). Where luma does
 * not explain chroma, as in photographs, b is what is left of the very sample instead of the fit's, so
 * that nothing of it is blurred. Chroma lies on the even columns and between the rows, as MPEG-2 and
 * H.264 have it.
 *
 * The reference of the compiled kernel.
 * @returns width × height × 4 bytes, opaque
 */
export function repairedRgba(frame: I420, matrix: YuvMatrix): Uint8ClampedArray {
  const { width, height } = frame;
  const half = { width: (width + 1) >> 1, height: (height + 1) >> 1 };
  const guide = lumaAtChroma(frame, half);
  const [u, v] = followLuma(guide, [frame.u, frame.v].map(asShares), half).map(({ a, b }) => ({
    a: enlarged(a, half, width, height),
    b: enlarged(b, half, width, height),
  }));
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let at = 0; at < width * height; at++) {
    const code = frame.y[at] / 255;
    const du = (u.a[at] * code + u.b[at]) * 255 - 128;
    const dv = (v.a[at] * code + v.b[at]) * 255 - 128;
    const luma = (frame.y[at] - matrix.black) * matrix.luma;
    rgba[at * 4] = luma + matrix.vToR * dv;
    rgba[at * 4 + 1] = luma + matrix.uToG * du + matrix.vToG * dv;
    rgba[at * 4 + 2] = luma + matrix.uToB * du;
    rgba[at * 4 + 3] = 255;
  }
  return rgba;
}

const asShares = (codes: Uint8Array): Float32Array =>
  Float32Array.from(codes, (code) => code / 255);

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Luma, 0…1, where chroma samples lie: weights 1 2 1 across, 1 1 down. */
function lumaAtChroma({ y, width, height }: I420, half: Size): Float32Array {
  const out = new Float32Array(half.width * half.height);
  for (let row = 0; row < half.height; row++) {
    const top = 2 * row * width;
    const bottom = Math.min(2 * row + 1, height - 1) * width;
    for (let column = 0; column < half.width; column++) {
      const middle = 2 * column;
      const left = Math.max(0, middle - 1);
      const right = Math.min(width - 1, middle + 1);
      const sum =
        y[top + left] +
        2 * y[top + middle] +
        y[top + right] +
        y[bottom + left] +
        2 * y[bottom + middle] +
        y[bottom + right];
      out[row * half.width + column] = sum / (8 * 255);
    }
  }
  return out;
}

interface Line {
  readonly a: Float32Array;
  readonly b: Float32Array;
}

/** The line chroma ≈ a·luma + b round each sample of two chroma planes. */
function followLuma(luma: Float32Array, chromas: readonly Float32Array[], size: Size): Line[] {
  const mean = (plane: Float32Array) => boxMean(plane, size);
  const meanLuma = mean(luma);
  const variance = mean(luma.map((value) => value * value)).map(
    (square, i) => square - meanLuma[i] ** 2 + EPSILON,
  );
  const fits = chromas.map((chroma) => {
    const meanChroma = mean(chroma);
    const product = mean(luma.map((value, i) => value * chroma[i]));
    const spread = mean(chroma.map((value) => value * value)).map(
      (square, i) => square - meanChroma[i] ** 2,
    );
    const covariance = product.map((value, i) => value - meanLuma[i] * meanChroma[i]);
    const a = covariance.map((value, i) => value / variance[i]);
    const b = meanChroma.map((value, i) => value - a[i] * meanLuma[i]);
    return { chroma, covariance, spread, a: mean(a), b: mean(b) };
  });
  const [u, v] = fits;
  const follows = luma.map((_, i) => {
    const explained = (u.covariance[i] ** 2 + v.covariance[i] ** 2) / variance[i];
    const share = (explained + NOISE) / (u.spread[i] + v.spread[i] + NOISE);
    const over = (share - LEAST_EXPLAINED) / (MOST_EXPLAINED - LEAST_EXPLAINED);
    return Math.min(1, Math.max(0, over));
  });
  return fits.map(({ chroma, a, b }) => ({
    a,
    b: b.map((value, i) => {
      const left = chroma[i] - a[i] * luma[i];
      return left + follows[i] * (value - left);
    }),
  }));
}

/** Mean over the window; beyond the picture lies what is at its border. */
function boxMean(plane: Float32Array, { width, height }: Size): Float32Array {
  const across = new Float32Array(plane.length);
  const out = new Float32Array(plane.length);
  const side = 2 * RADIUS + 1;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let i = -RADIUS; i <= RADIUS; i++) {
        sum += plane[y * width + Math.min(width - 1, Math.max(0, x + i))];
      }
      across[y * width + x] = sum;
    }
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let i = -RADIUS; i <= RADIUS; i++) {
        sum += across[Math.min(height - 1, Math.max(0, y + i)) * width + x];
      }
      out[y * width + x] = sum / (side * side);
    }
  }
  return out;
}

/** Cubic interpolation from the chroma samples' places to all pixels. */
function enlarged(plane: Float32Array, half: Size, width: number, height: number): Float32Array {
  const rows = new Float32Array(half.width * height);
  for (let y = 0; y < height; y++) {
    // An even row lies a quarter above its sample, an odd one a quarter below.
    const step = y % 2 === 0 ? -1 : 1;
    const [before, own, after, next] = [-1, 0, 1, 2].map(
      (i) => Math.min(half.height - 1, Math.max(0, (y >> 1) + i * step)) * half.width,
    );
    for (let x = 0; x < half.width; x++) {
      rows[y * half.width + x] =
        BEFORE * plane[before + x] +
        OWN * plane[own + x] +
        AFTER * plane[after + x] +
        NEXT * plane[next + x];
    }
  }
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const row = y * half.width;
    for (let x = 0; x < width; x++) {
      const sample = (i: number) => rows[row + Math.min(half.width - 1, Math.max(0, (x >> 1) + i))];
      out[y * width + x] =
        x % 2 === 0
          ? sample(0)
          : INNER * (sample(0) + sample(1)) + OUTER * (sample(-1) + sample(2));
    }
  }
  return out;
}
