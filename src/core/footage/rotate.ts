/**
 * A picture that lies on its side, set upright.
 * @param pixels width × height, one number each
 * @param degrees clockwise, a multiple of 90
 */
export function rotated(
  pixels: Uint32Array,
  width: number,
  height: number,
  degrees: number,
): Uint32Array {
  if (degrees === 0) return pixels;
  const out = new Uint32Array(pixels.length);
  // Where the first pixel comes to lie, and how far its neighbours to the right and below lie from there.
  const [first, right, below] =
    degrees === 90
      ? [height - 1, height, -1]
      : degrees === 180
        ? [pixels.length - 1, -1, -width]
        : [(width - 1) * height, -height, 1];
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0, to = first + y * below; x < width; x++, at++, to += right) out[to] = pixels[at];
  }
  return out;
}
