import type { Rgb } from '../colour';

/**
 * Exact alpha from one picture over two different backdrops:
 * alpha = 1 − (C1 − C2)·(K1 − K2) / |K1 − K2|², F = (C1 − (1 − alpha)·K1) / alpha
 * (A. R. Smith and J. F. Blinn, Blue Screen Matting, 1996, solution 3). The colour is the mean of
 * what both pictures say, each as far as it can: that halves an encoder's noise.
 * @param first,second straight opaque RGBA of the same size
 * @returns straight RGBA
 */
export function twoBackdrops(
  first: Uint8ClampedArray,
  second: Uint8ClampedArray,
  ground1: Rgb,
  ground2: Rgb,
): Uint8ClampedArray {
  const [r1, g1, b1] = ground1;
  const [r2, g2, b2] = ground2;
  const dr = r1 - r2;
  const dg = g1 - g2;
  const db = b1 - b2;
  const length = dr * dr + dg * dg + db * db;
  const out = new Uint8ClampedArray(first.length);
  for (let i = 0; i < out.length; i += 4) {
    const between =
      (first[i] - second[i]) * dr +
      (first[i + 1] - second[i + 1]) * dg +
      (first[i + 2] - second[i + 2]) * db;
    const alpha = Math.min(1, Math.max(0, 1 - between / length));
    const rest = 1 - alpha;
    const scale = alpha > 0 ? 0.5 / alpha : 0;
    out[i] = (first[i] + second[i] - rest * (r1 + r2)) * scale;
    out[i + 1] = (first[i + 1] + second[i + 1] - rest * (g1 + g2)) * scale;
    out[i + 2] = (first[i + 2] + second[i + 2] - rest * (b1 + b2)) * scale;
    out[i + 3] = alpha * 255;
  }
  return out;
}
