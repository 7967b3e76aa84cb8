import { AT } from './keyConstants';
import { CELL, CLEAR, SOLID, WEAK } from './keyLayout';
import { squareFrom } from './yccDistance';

/** Red, green, blue, 0…255, and a fourth number, for each cell of a picture. */
type Colours = Float32Array;

/** What artwork and backdrop look like round each cell of a picture. */
export interface LocalColours {
  /** Cells across and down. */
  readonly across: number;
  readonly down: number;
  /** The fourth number is 1 where all that surrounds a cell is artwork. */
  readonly artwork: Colours;
  readonly backdrop: Colours;
  /** Whether a cell is known to be clear, or solid, by all that surrounds it; 0 where it is not known. */
  readonly known: Uint8Array;
}

/** Sums over a cell, and the least and largest squared distance from the key in it. */
interface Cells {
  readonly across: number;
  readonly down: number;
  /** Red, green and blue of the pixels that are surely artwork, and how many they are. */
  readonly artwork: Colours;
  /** The same for those that are backdrop as it is lit. */
  readonly backdrop: Colours;
  readonly least: Float32Array;
  readonly most: Float32Array;
}

/**
 * Colours of the sure artwork and of the sure backdrop, spread from where they are seen to where they
 * are mixed, as for unmixing by a local pair of colours. Spreading is by pull and push: averages over
 * ever larger cells fill what smaller ones leave open (S. Gortler and others, The Lumigraph, 1996, 3.4.2).
 *
 * The reference of the compiled kernel.
 * @param rgba straight, as it came
 * @param constants from `keyConstants`, of a local key
 */
export function localColours(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  constants: Float32Array,
): LocalColours {
  const cells = gathered(rgba, width, height, constants);
  const { across, down } = cells;
  const least = overNeighbours(cells.least, across, down, Math.min);
  const most = overNeighbours(cells.most, across, down, Math.max);
  const isArtwork = least.map((square) => Number(square >= constants[AT.sure]));
  const isBackdrop = most.map((square) => Number(square <= constants[AT.reach]));
  weigh(cells.artwork, isArtwork, WEAK);
  weigh(cells.backdrop, isBackdrop, 0);
  const artwork = spread(cells.artwork, across, down, farFrom(constants));
  isArtwork.forEach((whole, cell) => (artwork[cell * 4 + 3] = whole));
  const isSolid = overNeighbours(isArtwork, across, down, Math.min);
  const known = (square: number, cell: number) =>
    square <= constants[AT.clear] ? CLEAR : isSolid[cell] === 1 ? SOLID : 0;
  return {
    across,
    down,
    artwork,
    backdrop: spread(cells.backdrop, across, down, constants.subarray(AT.ground, AT.ground + 3)),
    known: Uint8Array.from(most, known),
  };
}

/** Where no artwork is sure: grey, as far from the key as what counts as solid. */
function farFrom(constants: Float32Array): Float32Array {
  const ground = constants.subarray(AT.ground, AT.ground + 3);
  const grey = (ground[0] + ground[1] + ground[2]) / 3 < 128 ? 255 : 0;
  const whole = Math.sqrt(squareFrom(ground, constants)(grey, grey, grey));
  const share = constants[AT.solid] / whole;
  return ground.map((level) => level + (grey - level) * share);
}

function gathered(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  constants: Float32Array,
): Cells {
  const across = Math.ceil(width / CELL);
  const down = Math.ceil(height / CELL);
  const count = across * down;
  const artwork = new Float32Array(count * 4);
  const backdrop = new Float32Array(count * 4);
  const least = new Float32Array(count).fill(Infinity);
  const most = new Float32Array(count);
  const square = squareFrom(constants.subarray(AT.ground, AT.ground + 3), constants);
  const sure = constants[AT.sure];
  const reach = constants[AT.reach];
  // Every other row tells enough.
  for (let y = 0; y < height; y += 2) {
    for (let x = 0; x < width; x++) {
      const at = (y * width + x) * 4;
      const cell = Math.floor(y / CELL) * across + Math.floor(x / CELL);
      const far = square(rgba[at], rgba[at + 1], rgba[at + 2]);
      least[cell] = Math.min(least[cell], far);
      most[cell] = Math.max(most[cell], far);
      const sums = far >= sure ? artwork : far <= reach ? backdrop : null;
      if (!sums) continue;
      for (let c = 0; c < 3; c++) sums[cell * 4 + c] += rgba[at + c];
      sums[cell * 4 + 3]++;
    }
  }
  return { across, down, artwork, backdrop, least, most };
}

/** The least, or the largest, of each cell and those that surround it. */
function overNeighbours(
  plane: Float32Array,
  across: number,
  down: number,
  extreme: (a: number, b: number) => number,
): Float32Array {
  const rows = plane.map((value, cell) => {
    const x = cell % across;
    const left = x > 0 ? plane[cell - 1] : value;
    const right = x < across - 1 ? plane[cell + 1] : value;
    return extreme(value, extreme(left, right));
  });
  return rows.map((value, cell) => {
    const y = Math.floor(cell / across);
    const above = y > 0 ? rows[cell - across] : value;
    const below = y < down - 1 ? rows[cell + across] : value;
    return extreme(value, extreme(above, below));
  });
}

/** Makes sums means, premultiplied by what they count. */
function weigh(sums: Colours, whole: Float32Array, weak: number): void {
  whole.forEach((isWhole, cell) => {
    const count = sums[cell * 4 + 3];
    const weight = count === 0 ? 0 : isWhole ? 1 : (weak * count) / (CELL * CELL);
    for (let c = 0; c < 3; c++) sums[cell * 4 + c] *= count === 0 ? 0 : weight / count;
    sums[cell * 4 + 3] = weight;
  });
}

/**
 * Fills what has no weight from what is round it.
 * @param colours premultiplied by their weight, 0…1, which is the fourth number
 * @param otherwise the colour where there is no weight at all
 * @returns colours of full weight
 */
function spread(colours: Colours, across: number, down: number, otherwise: Float32Array): Colours {
  if (across === 1 && down === 1) {
    const weight = colours[3];
    return Float32Array.of(
      ...otherwise.map((level, c) => (weight > 0 ? colours[c] / weight : level)),
      1,
    );
  }
  const [half, deep] = [(across + 1) >> 1, (down + 1) >> 1];
  const coarse = spread(pulled(colours, across, down), half, deep, otherwise);
  const out = new Float32Array(colours.length);
  for (let y = 0; y < down; y++) {
    const [top, bottom] = besides(y, deep);
    for (let x = 0; x < across; x++) {
      const [left, right] = besides(x, half);
      const at = (y * across + x) * 4;
      const rest = 1 - colours[at + 3];
      for (let c = 0; c < 4; c++) {
        const near =
          0.75 * coarse[(top * half + left) * 4 + c] + 0.25 * coarse[(top * half + right) * 4 + c];
        const far =
          0.75 * coarse[(bottom * half + left) * 4 + c] +
          0.25 * coarse[(bottom * half + right) * 4 + c];
        out[at + c] = colours[at + c] + rest * (0.75 * near + 0.25 * far);
      }
    }
  }
  return out;
}

/** Which coarse cell a fine one lies in, and which one it lies beside. */
function besides(fine: number, count: number): readonly [own: number, other: number] {
  const own = fine >> 1;
  const other = fine % 2 === 0 ? own - 1 : own + 1;
  return [own, Math.min(count - 1, Math.max(0, other))];
}

/** Sums over two by two cells, of a weight of 1 at most. */
function pulled(colours: Colours, across: number, down: number): Colours {
  const half = (across + 1) >> 1;
  const out = new Float32Array(half * ((down + 1) >> 1) * 4);
  for (let y = 0; y < down; y++) {
    for (let x = 0; x < across; x++) {
      const from = (y * across + x) * 4;
      const to = ((y >> 1) * half + (x >> 1)) * 4;
      for (let c = 0; c < 4; c++) out[to + c] += colours[from + c];
    }
  }
  for (let at = 0; at < out.length; at += 4) {
    const share = 1 / Math.max(1, out[at + 3]);
    for (let c = 0; c < 4; c++) out[at + c] *= share;
  }
  return out;
}
