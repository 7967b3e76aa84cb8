import { LUMA } from './convert';
import type { WideSpace } from './toSdr';
import { yuvMatrix, type YuvMatrix } from './yuvMatrix';

/** How a film's codes stand for colours. */
export interface ColourCoding {
  readonly matrix: YuvMatrix;
  /** What its colours are beyond those of BT.709; null where they are not. */
  readonly wide: WideSpace | null;
}

/** What a file, or its stream, says of its codes, in the names of WebCodecs. */
export interface ColourTags {
  readonly primaries?: string | null;
  readonly matrix?: string | null;
  readonly transfer?: string | null;
  readonly fullRange?: boolean | null;
}

/** Larger than this, films are of high definition. */
const STANDARD = { width: 1024, height: 576 };

/** Luma weights of red and blue (ITU-R BT.601-7, 2.5.1; BT.709-6, 3.2; BT.2020-2, table 4). */
const WEIGHTS = {
  bt601: [0.299, 0.114],
  bt709: [LUMA.r, LUMA.b],
  bt2020: [0.2627, 0.0593],
} as const;

/**
 * How codes are read: as the file says, and where it says nothing, by BT.601 in standard definition
 * and by BT.709 above, from 16 to 235, as players do.
 * @returns null for codes that are red, green and blue themselves
 */
export function colourCoding(
  tags: ColourTags,
  size: { readonly width: number; readonly height: number },
): ColourCoding | null {
  if (tags.matrix === 'rgb') return null;
  const [red, blue] = WEIGHTS[weightsOf(tags.matrix, size)];
  return { matrix: yuvMatrix(red, blue, tags.fullRange === true), wide: wideSpace(tags) };
}

function wideSpace({ primaries, transfer }: ColourTags): WideSpace | null {
  if (transfer === 'pq' || transfer === 'hlg') return transfer;
  return primaries === 'bt2020' ? 'bt2020' : null;
}

function weightsOf(
  matrix: ColourTags['matrix'],
  size: { readonly width: number; readonly height: number },
): keyof typeof WEIGHTS {
  switch (matrix) {
    case 'bt709':
      return 'bt709';
    case 'smpte170m':
    case 'bt470bg':
      return 'bt601';
    case 'bt2020-ncl':
      return 'bt2020';
    default:
      return untaggedMatrix(size);
  }
}

/** The matrix of codes that say nothing of theirs, by the size of the film. */
export const untaggedMatrix = (size: {
  readonly width: number;
  readonly height: number;
}): 'bt601' | 'bt709' =>
  size.width > STANDARD.width || size.height > STANDARD.height ? 'bt709' : 'bt601';
