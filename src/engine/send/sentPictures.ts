import equal from 'fast-deep-equal';
import { imageSize } from 'image-size';
import {
  placeOf,
  type ByteRange,
  type FrameBox,
  type MovingPicture,
  type ReadFile,
} from '@/core/formats/files/movingPicture';
import type { Seconds } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import type { Size } from '../kernels/keying';
import { readingOf } from '../media/movingPictures';
import { ahead } from './ahead';
import { sameBytes } from './sameBytes';
import { differs, pixelsOf, type Decoded } from './sentFile';

/** The pictures in a file, each as a file of its own. */
interface Stills {
  readonly count: number;
  readonly still: (index: number) => Promise<Uint8Array>;
  /** The part of the canvas that a picture shows; null where each shows all. */
  readonly boxes: readonly FrameBox[] | null;
  /** How long each shows; null where the file does not say. */
  readonly shown: readonly Seconds[] | null;
  /** The canvas; null where it is as large as the pictures. */
  readonly size: Size | null;
}

/** How pictures lie in a file, and what each of them is. */
export interface PicturesIn {
  readonly open: (read: ReadFile, bytes: number) => Promise<Stills>;
  readonly type: string;
}

/** The frames of a file in which each needs none before it. */
export const framesIn =
  (reading: (read: ReadFile, bytes: number) => Promise<MovingPicture>): PicturesIn['open'] =>
  async (read, bytes) => {
    const { width, height, frames, still } = await reading(read, bytes);
    const boxes = frames.map(({ box }) => box);
    const shown = frames.map(({ seconds }) => seconds);
    return { count: frames.length, still, boxes, shown, size: { width, height } };
  };

/** Pictures that lie in a file as they are. */
export const placed =
  (
    places: (
      read: ReadFile,
      bytes: number,
    ) => Promise<{ readonly pictures: readonly ByteRange[]; readonly shown: Stills['shown'] }>,
  ): PicturesIn['open'] =>
  async (read, bytes) => {
    const { pictures, shown } = await places(read, bytes);
    const still = (index: number) => read(pictures[index].from, pictures[index].to);
    return { count: pictures.length, still, boxes: null, shown, size: null };
  };

/** A file that holds pictures, each decoded by itself: the next while one is used, and the one after it is read. */
export async function openPictures(file: Blob, { open, type }: PicturesIn): Promise<Decoded> {
  const pictures = await open(readingOf(file), file.size).catch(() => {
    throw differs('it cannot be read');
  });
  if (pictures.count === 0) throw differs('there is no picture in it');
  const size = pictures.size ?? sizeOf(await pictures.still(0));
  return {
    ...size,
    frames: pictures.count,
    shown: pictures.shown,
    frameAt: (indices) => drawn(ahead(decoded(ahead(read(pictures, size, indices)), type)), size),
    close: () => undefined,
  };
}

/** @throws MoonError 'read-back-differs' where its head cannot be read */
function sizeOf(still: Uint8Array): Size {
  try {
    const { width, height } = imageSize(still);
    return { width, height };
  } catch {
    throw differs('a picture in it cannot be read');
  }
}

const bitmapOf = (still: Uint8Array, type: string): Promise<ImageBitmap> =>
  createImageBitmap(new Blob([still as Uint8Array<ArrayBuffer>], { type })).catch(() => {
    throw differs('a picture in it cannot be read');
  });

interface Still {
  readonly bytes: Uint8Array;
  /** The part of the canvas it shows. */
  readonly box: FrameBox;
}

async function* read(
  { still, boxes }: Stills,
  size: Size,
  indices: readonly number[],
): AsyncGenerator<Still> {
  for (const index of indices) {
    yield { bytes: await still(index), box: boxes?.[index] ?? { x: 0, y: 0, ...size } };
  }
}

interface DecodedStill extends Still {
  readonly bitmap: ImageBitmap;
}

/** One that is the same bytes as the one before it is the same object. */
async function* decoded(stills: AsyncIterable<Still>, type: string): AsyncGenerator<DecodedStill> {
  let last: DecodedStill | null = null;
  for await (const { bytes, box } of stills) {
    if (!last || !sameBytes(bytes, last.bytes) || !equal(box, last.box)) {
      last = { bytes, box, bitmap: await bitmapOf(bytes, type) };
    }
    yield last;
  }
}

async function* drawn(
  pictures: AsyncIterable<DecodedStill>,
  { width, height }: Size,
): AsyncGenerator<ImageData> {
  const canvas = softwareContext(width, height);
  let shown: { readonly bitmap: ImageBitmap; readonly frame: ImageData } | null = null;
  for await (const { box, bitmap } of pictures) {
    if (!shown || shown.bitmap !== bitmap) {
      shown = { bitmap, frame: pixelsOf(bitmap, canvas, placeOf(box, bitmap)) };
    }
    yield shown.frame;
  }
}
