/** How clean a matte is, in shares of one. */
export interface MatteFigures {
  /** Of the pixels that should be clear, those that are. */
  readonly clean: number;
  /** Of the pixels inside the artwork, those that are not solid. */
  readonly holes: number;
  /** Of all pixels, those that show anything, and those that are wholly clear. */
  readonly left: number;
  readonly taken: number;
  /** How much the key's channels exceed the others on edges, on average. */
  readonly rim: number;
}

/** Width, in pixels, of the band along edges that is not measured: there any alpha may be right. */
const EDGE = 3;

const CLEAR = 5;
const SOLID = 0.95 * 255;
const HALF = 128;

/**
 * Measures a keyed picture. What should be clear, or solid, is told by what lies round a pixel: most
 * of a window of 7 × 7 is.
 * @param rgba straight, as keyed
 * @param hue which channels make the key's hue
 */
export function measureMatte(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  hue: readonly boolean[],
): MatteFigures {
  const sums = solidSums(rgba, width, height);
  const area = (2 * EDGE + 1) ** 2;
  let clearable = 0;
  let cleared = 0;
  let inside = 0;
  let holes = 0;
  let edges = 0;
  let excess = 0;
  for (let y = EDGE; y < height - EDGE; y++) {
    for (let x = EDGE; x < width - EDGE; x++) {
      const at = (y * width + x) * 4;
      const alpha = rgba[at + 3];
      const solid = windowSum(sums, width, x, y);
      if (solid <= area * 0.1) {
        clearable++;
        if (alpha <= CLEAR) cleared++;
      } else if (solid >= area * 0.9) {
        inside++;
        if (alpha < SOLID) holes++;
      } else if (alpha > CLEAR && alpha < SOLID) {
        edges++;
        excess += excessOf(rgba, at, hue);
      }
    }
  }
  const { left, taken } = sharesLeft(rgba);
  return {
    ...{ left, taken },
    clean: clearable > 0 ? cleared / clearable : 0,
    holes: inside > 0 ? holes / inside : 0,
    rim: edges > 0 ? excess / edges : 0,
  };
}

function sharesLeft(rgba: Uint8ClampedArray): { readonly left: number; readonly taken: number } {
  let shown = 0;
  for (let at = 3; at < rgba.length; at += 4) if (rgba[at] > CLEAR) shown++;
  const left = shown / (rgba.length / 4);
  return { left, taken: 1 - left };
}

/** A smaller share of a picture than this is specks. */
const SPECKS = 0.0005;

/** What makes a key useless, in plain words, going by the frame that shows most of it; null where nothing does. */
export function keyTrouble({ left, taken }: Pick<MatteFigures, 'left' | 'taken'>): string | null {
  if (left < SPECKS) return 'Nothing is left: the key takes all of it away.';
  return taken < SPECKS
    ? 'Nothing is taken out: the picture holds none of the key’s colour.'
    : null;
}

/** The worst of several frames in each respect; of what is left and taken, the most. */
export const worstFigures = (figures: readonly MatteFigures[]): MatteFigures => ({
  clean: Math.min(...figures.map(({ clean }) => clean)),
  holes: Math.max(...figures.map(({ holes }) => holes)),
  rim: Math.max(...figures.map(({ rim }) => rim)),
  left: Math.max(...figures.map(({ left }) => left)),
  taken: Math.max(...figures.map(({ taken }) => taken)),
});

/** Summed-area table of the pixels with alpha above one half, with a leading row and column of zeros. */
function solidSums(rgba: Uint8ClampedArray, width: number, height: number): Uint32Array {
  const stride = width + 1;
  const sums = new Uint32Array(stride * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      if (rgba[(y * width + x) * 4 + 3] >= HALF) row++;
      sums[(y + 1) * stride + x + 1] = sums[y * stride + x + 1] + row;
    }
  }
  return sums;
}

function windowSum(sums: Uint32Array, width: number, x: number, y: number): number {
  const stride = width + 1;
  const [left, right] = [x - EDGE, x + EDGE + 1];
  const top = (y - EDGE) * stride;
  const bottom = (y + EDGE + 1) * stride;
  return sums[bottom + right] - sums[bottom + left] - sums[top + right] + sums[top + left];
}

function excessOf(rgba: Uint8ClampedArray, at: number, hue: readonly boolean[]): number {
  if (!hue.includes(true)) return 0;
  let own = 255;
  let others = 0;
  for (let channel = 0; channel < 3; channel++) {
    const level = rgba[at + channel];
    if (hue[channel]) own = Math.min(own, level);
    else others = Math.max(others, level);
  }
  return Math.max(0, own - others) / 255;
}
