/**
 * A mask thinned to lines of one pixel that keep its shape, by T. Y. Zhang and C. Y. Suen, "A fast
 * parallel algorithm for thinning digital patterns", Communications of the ACM 27 (1984), 236–239.
 * @param mask 1 inside, 0 outside and along the border
 */
export function thinned(mask: Uint8Array, width: number, height: number): Uint8Array {
  const thin = mask.slice();
  let pixels = [...thin.keys()].filter((i) => thin[i]);
  for (let changed = true; changed;) {
    changed = false;
    for (const pass of [0, 1] as const) {
      const gone = pixels.filter((i) => isOutermost(thin, i, width, pass));
      // Looked at once more, for a square of four pixels would go altogether.
      for (const i of gone) if (isOutermost(thin, i, width, pass)) thin[i] = 0;
      const left = pixels.filter((i) => thin[i]);
      if (left.length < pixels.length) changed = true;
      pixels = left;
    }
  }
  return withoutStairs(thin, width, height);
}

/** Whether a pixel can go in one of the two passes: p2…p9 are its neighbours, clockwise from above. */
function isOutermost(mask: Uint8Array, i: number, width: number, pass: 0 | 1): boolean {
  const p2 = mask[i - width];
  const p3 = mask[i - width + 1];
  const p4 = mask[i + 1];
  const p5 = mask[i + width + 1];
  const p6 = mask[i + width];
  const p7 = mask[i + width - 1];
  const p8 = mask[i - 1];
  const p9 = mask[i - width - 1];
  const count = p2 + p3 + p4 + p5 + p6 + p7 + p8 + p9;
  if (count < 2 || count > 6) return false;
  const ring = [p2, p3, p4, p5, p6, p7, p8, p9, p2];
  let rises = 0;
  for (let k = 0; k < 8; k++) if (ring[k] === 0 && ring[k + 1] === 1) rises++;
  if (rises !== 1) return false;
  return pass === 0
    ? p2 * p4 * p6 === 0 && p4 * p6 * p8 === 0
    : p2 * p4 * p8 === 0 && p2 * p6 * p8 === 0;
}

/** Takes out the inner corners of stairs, so that each pixel of a line has two neighbours only. */
function withoutStairs(mask: Uint8Array, width: number, height: number): Uint8Array {
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      if (!mask[i]) continue;
      const [up, right, down, left] = [mask[i - width], mask[i + 1], mask[i + width], mask[i - 1]];
      const corner =
        (up && right && !mask[i + width - 1] && !down && !left) ||
        (right && down && !mask[i - width - 1] && !left && !up) ||
        (down && left && !mask[i - width + 1] && !up && !right) ||
        (left && up && !mask[i + width + 1] && !right && !down);
      if (corner) mask[i] = 0;
    }
  }
  return mask;
}
