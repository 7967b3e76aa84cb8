import { BlobSource, VideoSampleSink } from 'mediabunny';
import { MoonError } from '@/core/errors';
import {
  placeOf,
  type ByteRange,
  type FrameBox,
  type MovingPicture,
  type ReadFile,
} from '@/core/formats/files/movingPicture';
import { framesToSeconds, type Rate } from '@/core/time';
import { TIMES_ROUNDED_BY } from '../frame';
import { drawFrame } from '../framePixels';
import { codingOf, openInput } from '../frameReader';
import { readingOf } from '../movingPictures';
import { loadResvg } from '../resvg';

type Context = OffscreenCanvasRenderingContext2D;

export interface Drawable {
  readonly draw: (context: Context) => void | Promise<void>;
}

/**
 * Draws frames of a file one after the other on a canvas that is cleared each time.
 * @param indices in order
 * @throws MoonError 'read-back-differs' where one cannot be read
 */
export async function eachFrame(
  decoded: Decoded,
  indices: readonly number[],
  rate: Rate,
  context: Context,
  look: (step: number) => Promise<void>,
): Promise<void> {
  let step = 0;
  for await (const frame of decoded.frameAt(indices, rate)) {
    if (!frame) break;
    context.clearRect(0, 0, context.canvas.width, context.canvas.height);
    await frame.draw(context);
    await look(step++);
  }
  if (step < indices.length) throw differs(`its frame ${indices[step]} cannot be read`);
}

/** A sent file, opened to be looked at. */
export interface Decoded {
  readonly width: number;
  readonly height: number;
  readonly frames: number;
  /** Frames by their numbers, in order; each is to be drawn before the next is asked for. */
  readonly frameAt: (indices: readonly number[], rate: Rate) => AsyncIterable<Drawable | null>;
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
  const bitmapOf = async (index: number) => {
    const still = (await pictures.still(index)) as Uint8Array<ArrayBuffer>;
    return createImageBitmap(new Blob([still], { type }));
  };
  const first = await bitmapOf(0);
  const size = pictures.size ?? { width: first.width, height: first.height };
  first.close();
  const placedBitmap = async (index: number) => {
    const bitmap = await bitmapOf(index);
    const { x, y } = placeOf(pictures.boxes?.[index] ?? { x: 0, y: 0, ...size }, bitmap);
    return { bitmap, x, y };
  };
  return {
    ...size,
    frames: pictures.count,
    frameAt: async function* (indices) {
      for await (const { bitmap, x, y } of doneAhead(indices, placedBitmap)) {
        yield { draw: (context) => context.drawImage(bitmap, x, y) };
        bitmap.close();
      }
    },
    close: () => undefined,
  };
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
  return {
    width: bitmap.width,
    height: bitmap.height,
    frames: 1,
    frameAt: async function* () {
      yield { draw: (context) => context.drawImage(bitmap, 0, 0) };
    },
    close: () => bitmap.close(),
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
  return {
    width: track.displayWidth,
    height: track.displayHeight,
    frames: packetCount,
    frameAt: async function* (indices, rate) {
      const times = indices.map((index) => first + framesToSeconds(index, rate) + TIMES_ROUNDED_BY);
      for await (const sample of sink.samplesAtTimestamps(times)) {
        yield (
          sample && {
            draw: (context) =>
              drawFrame({ sample, coding }, context, sample.displayWidth, sample.displayHeight),
          }
        );
        sample?.close();
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
