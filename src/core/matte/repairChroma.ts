/** One frame in 4:2:0: luma, and two chroma planes of half its width and height, rounded up. */
export interface I420 {
  readonly width: number;
  readonly height: number;
  readonly y: Uint8Array;
  readonly u: Uint8Array;
  readonly v: Uint8Array;
}

/** How codes become red, green and blue, 0…255: luma · (code − black), plus what chroma adds. */
export interface YuvMatrix {
  readonly black: number;
  readonly luma: number;
  readonly vToR: number;
  readonly uToG: number;
  readonly vToG: number;
  readonly uToB: number;
}

/**
 * The matrix of a colour space with luma weights `kr` and `kb` (ITU-R BT.709-6, 3.2 and 4.6; BT.601
 * has 0.299 and 0.114).
 * @param full codes from 0 to 255 instead of 16 to 235 (chroma 16 to 240)
 */
export function yuvMatrix(kr: number, kb: number, full: boolean): YuvMatrix {
  const kg = 1 - kr - kb;
  const chroma = full ? 1 : 255 / 224;
  return {
    black: full ? 0 : 16,
    luma: full ? 1 : 255 / 219,
    vToR: 2 * (1 - kr) * chroma,
    uToG: (-2 * (1 - kb) * kb * chroma) / kg,
    vToG: (-2 * (1 - kr) * kr * chroma) / kg,
    uToB: 2 * (1 - kb) * chroma,
  };
}

/** Half the side of the window in which chroma is taken to follow luma. */
export const RADIUS = 2;

/** Luma variance (of full scale 1) below which chroma is taken to be flat. */
export const EPSILON = 1e-5;

/**
 * A frame as RGBA, its chroma brought to full size along the edges of its luma: in each 5 × 5 window
 * of the half-size picture chroma is fitted as a·Y + b, and these two, not chroma itself, are
 * enlarged (guided upsampling: K. He, J. Sun, X. Tang, Guided Image Filtering, 2013). Chroma lies on
 * the even columns and between the rows, as MPEG-2 and H.264 have it.
 *
 * The reference of the compiled kernel.
 * @returns width × height × 4 bytes, opaque
 */
export function repairedRgba(frame: I420, matrix: YuvMatrix): Uint8ClampedArray {
  const { width, height } = frame;
  const half = { width: (width + 1) >> 1, height: (height + 1) >> 1 };
  const guide = lumaAtChroma(frame, half);
  const size = half.width * half.height;
  const planes = [frame.u, frame.v].map((codes) => {
    const chroma = Float32Array.from({ length: size }, (_, i) => codes[i] / 255);
    return followLuma(guide, chroma, half);
  });
  const rgba = new Uint8ClampedArray(width * height * 4);
  const [u, v] = planes.map((plane) => fullSize(plane, half, width, height));
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

/** The line chroma ≈ a·luma + b in the window round each sample, averaged over the window again. */
function followLuma(luma: Float32Array, chroma: Float32Array, size: Size): Line {
  const mean = (plane: Float32Array) => boxMean(plane, size);
  const meanLuma = mean(luma);
  const meanChroma = mean(chroma);
  const square = mean(luma.map((value) => value * value));
  const product = mean(luma.map((value, i) => value * chroma[i]));
  const a = meanLuma.map(
    (m, i) => (product[i] - m * meanChroma[i]) / (square[i] - m * m + EPSILON),
  );
  const b = meanChroma.map((m, i) => m - a[i] * meanLuma[i]);
  return { a: mean(a), b: mean(b) };
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

function fullSize({ a, b }: Line, half: Size, width: number, height: number): Line {
  const enlarge = (plane: Float32Array) => enlarged(plane, half, width, height);
  return { a: enlarge(a), b: enlarge(b) };
}

/** Linear interpolation from the chroma samples' places to all pixels. */
function enlarged(plane: Float32Array, half: Size, width: number, height: number): Float32Array {
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const near = y >> 1;
    const far = Math.min(half.height - 1, Math.max(0, near + (y % 2 === 0 ? -1 : 1)));
    for (let x = 0; x < width; x++) {
      const left = x >> 1;
      const right = x % 2 === 0 ? left : Math.min(half.width - 1, left + 1);
      const value = (row: number) =>
        (plane[row * half.width + left] + plane[row * half.width + right]) / 2;
      out[y * width + x] = 0.75 * value(near) + 0.25 * value(far);
    }
  }
  return out;
}
