/** Alpha limits, in levels, between which a pixel counts as half clear. */
export const CLEAR = 0.02 * 255;
export const SOLID = 0.98 * 255;

/**
 * Whether a half-clear pixel is more than an antialiased edge. A box-filtered edge is at most 1.5
 * pixels wide, so at most two half-clear pixels lie between clear and solid; a stroke too thin to
 * get solid has at most two between clear and clear.
 */
export function isSoft(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  pixel: number,
): boolean {
  const x = pixel % width;
  const y = (pixel - x) / width;
  const alpha = (steps: number, dx: number, dy: number) =>
    alphaAt(rgba, width, height, x + steps * dx, y + steps * dy);
  for (const [dx, dy] of DIRECTIONS) {
    const near = alpha(1, dx, dy);
    if (near >= CLEAR && near < SOLID) continue;
    const ends = (value: number) => value < CLEAR || (near < CLEAR && value >= SOLID);
    if (ends(alpha(-1, dx, dy)) || ends(alpha(-2, dx, dy))) return false;
  }
  return true;
}

const DIRECTIONS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1],
] as const;

/** Beyond the canvas the nearest pixel goes on: artwork cut by the canvas is no edge. */
function alphaAt(rgba: Uint8ClampedArray, width: number, height: number, x: number, y: number) {
  const column = Math.min(width - 1, Math.max(0, x));
  const row = Math.min(height - 1, Math.max(0, y));
  return rgba[(row * width + column) * 4 + 3];
}
