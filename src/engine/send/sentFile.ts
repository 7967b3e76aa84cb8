import { BlobSource, VideoSampleSink, type VideoSample } from 'mediabunny';
import { MoonError } from '@/core/errors';
import { framesToSeconds, type Rate } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { TIMES_ROUNDED_BY } from '../frame';
import { framePixels } from '../framePixels';
import { codingOf, openInput } from '../frameReader';
import { loadResvg } from '../resvg';
import { momentsOf } from './sameBytes';

type Context = OffscreenCanvasRenderingContext2D;

/**
 * Frames of a file one after the other, as straight RGBA of its size.
 * @param indices in order
 * @throws MoonError 'read-back-differs' where one cannot be read
 */
export async function* eachFrame(
  decoded: Decoded,
  indices: readonly number[],
  rate: Rate,
): AsyncGenerator<ImageData> {
  let read = 0;
  for await (const frame of decoded.frameAt(indices, rate)) {
    if (!frame) break;
    yield frame;
    read++;
  }
  if (read < indices.length) throw differs(`its frame ${indices[read]} cannot be read`);
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
  const pixels = pixelsOf(bitmap, softwareContext(size.width, size.height));
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

/** A canvas's pixels with nothing but a picture on it, which is let go. */
export function pixelsOf(
  bitmap: ImageBitmap,
  canvas: Context,
  { x, y } = { x: 0, y: 0 },
): ImageData {
  const { width, height } = canvas.canvas;
  canvas.clearRect(0, 0, width, height);
  canvas.drawImage(bitmap, x, y);
  bitmap.close();
  return canvas.getImageData(0, 0, width, height);
}

/** @param what is wrong with the file */
export const differs = (what: string): MoonError =>
  new MoonError(
    'read-back-differs',
    `The file was made, but reading it back shows that ${what}. It was not kept; press Send again.`,
  );
