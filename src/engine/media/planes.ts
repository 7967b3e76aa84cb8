import { SHARING, type Depth, type PlanarPicture } from '@/core/colour/planarRgba';
import type { Size } from '../kernels/keying';

/** How the planes of a frame lie one behind the other: luma, two of chroma, and alpha, if any. */
export interface PlaneKind {
  readonly sampling: PlanarPicture['sampling'];
  readonly alpha: boolean;
  readonly depth: Depth;
}

/** Planes as WebCodecs names them: chroma, alpha, and the bits of a sample above 8. */
const PLANAR = /^I4(20|22|44)(A?)(P10|P12)?$/;

/** @param format as WebCodecs names it @returns null where its pixels are not in planes of their own */
export function planeKind(format: string | null): PlaneKind | null {
  const named = PLANAR.exec(format ?? '');
  return (
    named && {
      sampling: Number(`4${named[1]}`) as PlanarPicture['sampling'],
      alpha: named[2] === 'A',
      depth: named[3] ? (Number(named[3].slice(1)) as Depth) : 8,
    }
  );
}

export function bytesOfPlanes({ sampling, alpha, depth }: PlaneKind, size: Size): number {
  const { luma, chroma } = samplesIn(sampling, size);
  return ((alpha ? 2 : 1) * luma + 2 * chroma) * (depth === 8 ? 1 : 2);
}

/** The planes that lie in some bytes. */
export function planesIn(
  bytes: Uint8Array,
  { sampling, alpha, depth }: PlaneKind,
  size: Size,
): PlanarPicture {
  const { luma, chroma } = samplesIn(sampling, size);
  const { buffer, byteOffset, byteLength } = bytes;
  const codes = depth === 8 ? bytes : new Uint16Array(buffer, byteOffset, byteLength / 2);
  const plane = (from: number, length: number) => codes.subarray(from, from + length);
  return {
    ...{ width: size.width, height: size.height, depth, sampling },
    y: plane(0, luma),
    u: plane(luma, chroma),
    v: plane(luma + chroma, chroma),
    a: alpha ? plane(luma + 2 * chroma, luma) : null,
  };
}

function samplesIn(sampling: PlaneKind['sampling'], { width, height }: Size) {
  const { across, down } = SHARING[sampling];
  return {
    luma: width * height,
    chroma: Math.ceil(width / across) * Math.ceil(height / down),
  };
}
