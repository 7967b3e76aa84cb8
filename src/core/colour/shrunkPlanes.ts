import { SHARING, type PlanarPicture, type Samples } from './planarRgba';

interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * A picture with its codes averaged in squares of pixels, as few as still cover the size at which it is shown: what is
 * shown small need not be turned into colours whole. One with alpha stays as it is, as what is clear would colour what
 * is not.
 * @param shown pixels, of the picture as it lies
 */
export function shrunkPlanes(picture: PlanarPicture, shown: Size): PlanarPicture {
  const side = picture.a === null ? squareSide(picture, shown) : 1;
  if (side === 1) return picture;
  const { width, depth, sampling, y, u, v } = picture;
  const { across, down } = SHARING[sampling];
  const chroma = (plane: Samples) => averaged(plane, width / across, side / across, side / down);
  return {
    ...{ width: width / side, height: picture.height / side, depth, sampling: 444, a: null },
    ...{ y: averaged(y, width, side, side), u: chroma(u), v: chroma(v) },
  };
}

/** The largest even side of squares that fill a picture and leave it at least some size; 1 where none does. */
function squareSide({ width, height }: Size, shown: Size): number {
  const most = Math.min(width / shown.width, height / shown.height);
  for (let side = 2 * Math.floor(most / 2); side >= 2; side -= 2) {
    if (width % side === 0 && height % side === 0) return side;
  }
  return 1;
}

/** Means of blocks of a plane's samples. @param stride samples of a row, a multiple of `across` */
function averaged(plane: Samples, stride: number, across: number, down: number): Samples {
  const columns = stride / across;
  const rows = plane.length / stride / down;
  const means = plane.slice(0, columns * rows);
  const sums = new Uint32Array(columns);
  for (let row = 0, at = 0; row < rows; row++) {
    sums.fill(0);
    for (let line = 0; line < down; line++) {
      for (let column = 0; column < columns; column++) {
        for (let i = 0; i < across; i++) sums[column] += plane[at++];
      }
    }
    for (let column = 0; column < columns; column++) {
      means[row * columns + column] = Math.round(sums[column] / (across * down));
    }
  }
  return means;
}
