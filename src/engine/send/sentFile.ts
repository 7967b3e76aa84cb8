import equal from 'fast-deep-equal';
import { BlobSource, VideoSampleSink, type VideoSample } from 'mediabunny';
import { MoonError } from '@/core/errors';
import {
  placeOf,
  type ByteRange,
  type FrameBox,
  type MovingPicture,
  type ReadFile,
} from '@/core/formats/files/movingPicture';
import { framesToSeconds, type Rate } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { TIMES_ROUNDED_BY } from '../frame';
import { framePixels } from '../framePixels';
import { codingOf, openInput } from '../frameReader';
import { readingOf } from '../movingPictures';
import { loadResvg } from '../resvg';
import { momentsOf, sameBytes } from './sameBytes';

type Context = OffscreenCanvasRenderingContext2D;

/**
 * Looks at frames of a file one after the other.
 * @param indices in order
 * @param look gets straight RGBA of the file's size
 * @throws MoonError 'read-back-differs' where one cannot be read
 */
export async function eachFrame(
  decoded: Decoded,
  indices: readonly number[],
  rate: Rate,
  look: (frame: ImageData, step: number) => Promise<void>,
): Promise<void> {
  let step = 0;
  for await (const frame of decoded.frameAt(indices, rate)) {
    if (!frame) break;
    await look(frame, step++);
  }
  if (step < indices.length) throw differs(`its frame ${indices[step]} cannot be read`);
}

/** A sent file, opened to be looked at. */
export interface Decoded {
  readonly width: number;
  readonly height: number;
  readonly frames: number;
  /**
   * Frames by their numbers, in order, as straight RGBA; null for one that cannot be read. One that is the same bytes
   * as the one before it is the same object: it is not decoded again.
   */
  readonly frameAt: (indices: readonly number[], rate: Rate) => AsyncIterable<ImageData | null>;
  readonly close: () => void;
}

/** The pictures in a file, each as a file of its own. */
interface Stills {
  readonly count: number;
  readonly still: (index: number) => Promise<Uint8Array>;
  /** The part of the canvas that a picture shows; null where each shows all. */
  readonly boxes: readonly FrameBox[] | null;
  /** The canvas; null where it is as large as the pictures. */
  readonly size: { readonly width: number; readonly height: number } | null;
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
    return { count: frames.length, still, boxes, size: { width, height } };
  };

/** Pictures that lie in a file as they are. */
export const placed =
  (places: (read: ReadFile, bytes: number) => Promise<readonly ByteRange[]>): PicturesIn['open'] =>
  async (read, bytes) => {
    const pictures = await places(read, bytes);
    const still = (index: number) => read(pictures[index].from, pictures[index].to);
    return { count: pictures.length, still, boxes: null, size: null };
  };

/** A file that holds pictures, each decoded by itself. */
export async function openPictures(file: Blob, { open, type }: PicturesIn): Promise<Decoded> {
  const pictures = await open(readingOf(file), file.size).catch(() => {
    throw differs('it cannot be read');
  });
  if (pictures.count === 0) throw differs('there is no picture in it');
  const bitmapOf = (still: Uint8Array) =>
    createImageBitmap(new Blob([still as Uint8Array<ArrayBuffer>], { type })).catch(() => {
      throw differs('a picture in it cannot be read');
    });
  const size = pictures.size ?? (await sizeOf(bitmapOf(await pictures.still(0))));
  const canvas = softwareContext(size.width, size.height);
  let last: { still: Uint8Array; box: FrameBox; frame: ImageData } | null = null;
  const frameOf = async (index: number): Promise<ImageData> => {
    const still = await pictures.still(index);
    const box = pictures.boxes?.[index] ?? { x: 0, y: 0, ...size };
    if (!last || !sameBytes(still, last.still) || !equal(box, last.box)) {
      const bitmap = await bitmapOf(still);
      last = { still, box, frame: drawn(bitmap, canvas, placeOf(box, bitmap)) };
    }
    return last.frame;
  };
  return {
    ...size,
    frames: pictures.count,
    frameAt: (indices) => doneAhead(indices, frameOf),
    close: () => undefined,
  };
}

async function sizeOf(picture: Promise<ImageBitmap>) {
  const bitmap = await picture;
  const { width, height } = bitmap;
  bitmap.close();
  return { width, height };
}

/** A canvas's pixels with nothing but a picture on it, which is let go. */
function drawn(bitmap: ImageBitmap, canvas: Context, { x, y } = { x: 0, y: 0 }): ImageData {
  const { width, height } = canvas.canvas;
  canvas.clearRect(0, 0, width, height);
  canvas.drawImage(bitmap, x, y);
  bitmap.close();
  return canvas.getImageData(0, 0, width, height);
}

/** What comes of each item, one after the other; the next is worked on while one is used. */
async function* doneAhead<Item, Done>(
  items: readonly Item[],
  work: (item: Item) => Promise<Done>,
): AsyncGenerator<Done> {
  let next = work(items[0]);
  for (let i = 1; i <= items.length; i++) {
    const done = await next;
    if (i < items.length) next = work(items[i]);
    // One that fails is told in its turn.
    next.catch(() => undefined);
    yield done;
  }
}

/** @throws MoonError 'read-back-differs' where it cannot be opened */
export async function openOutlines(file: Blob): Promise<Decoded> {
  const { Resvg } = await loadResvg();
  const drawn = new Resvg(await file.text()).render();
  const png = drawn.asPng() as Uint8Array<ArrayBuffer>;
  return openStill(new Blob([png], { type: 'image/png' }));
}

/** @throws MoonError 'read-back-differs' where it cannot be opened */
export async function openStill(file: Blob): Promise<Decoded> {
  const bitmap = await createImageBitmap(file);
  const size = { width: bitmap.width, height: bitmap.height };
  const pixels = drawn(bitmap, softwareContext(size.width, size.height));
  return {
    ...size,
    frames: 1,
    frameAt: async function* () {
      yield pixels;
    },
    close: () => undefined,
  };
}

/** @throws MoonError 'read-back-differs' where it cannot be opened */
export async function openVideo(file: Blob): Promise<Decoded> {
  const input = openInput(new BlobSource(file));
  const track = await input.getPrimaryVideoTrack();
  if (!track) throw differs('it holds no video');
  const sink = new VideoSampleSink(track);
  const { packetCount } = await track.computePacketStats();
  const first = await track.getFirstTimestamp();
  const coding = await codingOf(track);
  const size = { width: track.displayWidth, height: track.displayHeight };
  const read = async (sample: VideoSample) => {
    try {
      return await framePixels({ sample, coding }, size);
    } finally {
      sample.close();
    }
  };
  return {
    ...size,
    frames: packetCount,
    frameAt: async function* (indices, rate) {
      const times = indices.map((index) => first + framesToSeconds(index, rate) + TIMES_ROUNDED_BY);
      const moments = await momentsOf(track, times);
      let step = 0;
      for await (const sample of sink.samplesAtTimestamps(moments.map(({ time }) => time))) {
        const frame = sample && (await read(sample));
        for (let i = 0; i < moments[step].frames; i++) yield frame;
        step++;
      }
    },
    close: () => input.dispose(),
  };
}

/** @param what is wrong with the file */
export const differs = (what: string): MoonError =>
  new MoonError(
    'read-back-differs',
    `The file was made, but reading it back shows that ${what}. It was not kept; press Send again.`,
  );
