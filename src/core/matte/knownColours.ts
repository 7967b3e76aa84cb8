import { AT } from './keyConstants';

/** Writes the unmixed colour (straight, 0…255) and its alpha (0…1). */
type Fit = (r: number, g: number, b: number, out: Float64Array) => void;

const { min, max } = Math;

/**
 * A colour as a mix of the backdrop K and one or two inks F: the point nearest to it on the segments
 * (K, Fi), on the segment (F1, F2) and on the triangle between all three; the smallest residual wins.
 */
export function fitKnown(constants: Float32Array): Fit {
  const kr = constants[AT.ground];
  const kg = constants[AT.ground + 1];
  const kb = constants[AT.ground + 2];
  const [r1, g1, b1, r2, g2, b2] = constants.subarray(AT.inks, AT.inks + 6);
  const two = constants[AT.inkCount] > 1;
  const p = r1 - kr;
  const q = g1 - kg;
  const s = b1 - kb;
  const u = r2 - kr;
  const v = g2 - kg;
  const w = b2 - kb;
  const length1 = max(1e-6, p * p + q * q + s * s);
  const length2 = max(1e-6, u * u + v * v + w * w);
  const cross = p * u + q * v + s * w;
  const determinant = length1 * length2 - cross * cross;
  const e = u - p;
  const f = v - q;
  const h = w - s;
  const length3 = max(1e-6, e * e + f * f + h * h);
  return (r, g, b, out) => {
    const x = r - kr;
    const y = g - kg;
    const z = b - kb;
    const along1 = x * p + y * q + z * s;
    let first = min(1, max(0, along1 / length1));
    let second = 0;
    if (two) {
      const off = (m: number, n: number) => {
        const dx = x - m * p - n * u;
        const dy = y - m * q - n * v;
        const dz = z - m * s - n * w;
        return dx * dx + dy * dy + dz * dz;
      };
      let least = off(first, 0);
      const take = (m: number, n: number) => {
        const residual = off(m, n);
        if (residual >= least) return;
        least = residual;
        first = m;
        second = n;
      };
      const along2 = x * u + y * v + z * w;
      take(0, min(1, max(0, along2 / length2)));
      const between = min(1, max(0, ((x - p) * e + (y - q) * f + (z - s) * h) / length3));
      take(1 - between, between);
      if (determinant > 1e-3 * length1 * length2) {
        const m = (along1 * length2 - along2 * cross) / determinant;
        const n = (along2 * length1 - along1 * cross) / determinant;
        if (m >= 0 && n >= 0 && m + n <= 1) take(m, n);
      }
    }
    const alpha = first + second;
    const share = alpha > 0 ? first / alpha : 1;
    out[0] = r1 * share + r2 * (1 - share);
    out[1] = g1 * share + g2 * (1 - share);
    out[2] = b1 * share + b2 * (1 - share);
    out[3] = alpha;
  };
}
