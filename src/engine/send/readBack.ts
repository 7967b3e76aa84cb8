import { BlobSource, VideoSampleSink } from 'mediabunny';
import { compareFrames, summarise, type FrameDifference } from '@/core/matte/compare';
import { MoonError } from '@/core/errors';
import type { Format } from '@/core/formats';
import { readPngMovie, type PictureAt } from '@/core/formats/files/pngMovie';
import { readStoredZip } from '@/core/formats/files/storedZip';
import { hardenAlpha } from '@/core/formats/gif';
import { framesToSeconds, type Rate } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { openInput } from '../frameReader';
import { stopIfAborted } from '../progress';
import type { EncodeTarget, Making } from './types';

/** Frames whose pixels are compared; all frames are counted. */
const COMPARED = 12;

/** Half a millisecond: containers round times to as much. */
const ROUNDING = 0.0005;

/** More than this, and the file does not show what was meant. Shares of full scale. */
const LIMITS = { meanAlpha: 0.01, meanColour: 0.03 } as const;

/** What was found in the file itself, held against the document. */
export interface ReadBack {
  readonly frames: number;
  readonly expectedFrames: number;
  readonly compared: number;
  /** Seconds of sound in it; null where there is none. */
  readonly soundSeconds: number | null;
  /** Mean and worst difference in alpha, 0…1; null when the format carries none. */
  readonly meanAlphaError: number | null;
  readonly worstAlphaError: number | null;
  /** PSNR of the composite over mid grey, dB; null when identical. */
  readonly psnr: number | null;
}

type Context = OffscreenCanvasRenderingContext2D;

/**
 * Decodes a sent file and compares it with freshly painted frames.
 * @throws MoonError 'read-back-differs' with what is wrong
 */
export async function readBack(
  file: Blob,
  { artist, bundle, format, target, frames, crop, progress, signal }: Making,
): Promise<ReadBack> {
  const decoded = await openFile(file, format);
  const differences: FrameDifference[] = [];
  try {
    const { width, height } = target;
    if (decoded.width !== width || decoded.height !== height) {
      throw differs(`it is ${decoded.width} × ${decoded.height} instead of ${width} × ${height}`);
    }
    if (decoded.frames !== frames.length) {
      throw differs(`it holds ${decoded.frames} of ${frames.length} frames`);
    }
    const meant = softwareContext(width, height);
    const found = softwareContext(width, height);
    const compared = spread(frames.length);
    const shown = decoded.frameAt(compared, target.rate);
    for (const [step, index] of compared.entries()) {
      stopIfAborted(signal);
      meant.clearRect(0, 0, width, height);
      await artist.paintFrame(meant, bundle, frames[index], crop);
      if (!format.alpha) layOnBlack(meant);
      found.clearRect(0, 0, width, height);
      await drawNext(shown, found, index);
      const expected = pixels(meant);
      if (format.hardAlpha) hardenAlpha(expected);
      differences.push(compareFrames(expected, pixels(found)));
      progress(step + 1, compared.length);
    }
  } finally {
    decoded.close();
  }
  const soundSeconds = target.sound ? await soundIn(file, target) : null;
  const { meanAlpha, worstAlpha, meanColour, psnr } = summarise(differences);
  if (format.alpha && meanAlpha > LIMITS.meanAlpha) {
    throw differs(`its transparency is off by ${(meanAlpha * 100).toFixed(1)} %`);
  }
  if (meanColour > LIMITS.meanColour) {
    throw differs(`its colours are off by ${(meanColour * 100).toFixed(1)} %`);
  }
  return {
    frames: decoded.frames,
    expectedFrames: frames.length,
    compared: differences.length,
    soundSeconds,
    meanAlphaError: format.alpha ? meanAlpha : null,
    worstAlphaError: format.alpha ? worstAlpha : null,
    psnr,
  };
}

interface Drawable {
  readonly draw: (context: Context) => void;
}

async function drawNext(
  frames: AsyncIterator<Drawable | null>,
  context: Context,
  index: number,
): Promise<void> {
  const { value, done } = await frames.next();
  if (done || !value) throw differs(`its frame ${index} cannot be read`);
  value.draw(context);
}

interface Decoded {
  readonly width: number;
  readonly height: number;
  readonly frames: number;
  /** Frames by their numbers, in order; each is to be drawn before the next is asked for. */
  readonly frameAt: (indices: readonly number[], rate: Rate) => AsyncIterator<Drawable | null>;
  readonly close: () => void;
}

function openFile(file: Blob, format: Format): Promise<Decoded> {
  if (!format.moving) return openStill(file);
  if (format.id === 'png-frames') return openPictures(file, readFrames);
  if (format.id === 'png-mov') return openPictures(file, readMovie);
  return format.mime.startsWith('image/') ? openMovingPicture(file, format.mime) : openVideo(file);
}

async function openMovingPicture(file: Blob, type: string): Promise<Decoded> {
  // To decoders a PNG that moves is a PNG.
  const known = type === 'image/apng' ? 'image/png' : type;
  const decoder = new ImageDecoder({ data: await file.arrayBuffer(), type: known });
  await decoder.tracks.ready;
  await decoder.completed;
  const { frameCount } = decoder.tracks.selectedTrack!;
  const { image: first } = await decoder.decode({ frameIndex: 0 });
  const size = { width: first.displayWidth, height: first.displayHeight };
  first.close();
  return {
    ...size,
    frames: frameCount,
    frameAt: async function* (indices) {
      for (const frameIndex of indices) {
        const { image } = await decoder.decode({ frameIndex });
        yield { draw: (context) => context.drawImage(image, 0, 0) };
        image.close();
      }
    },
    close: () => decoder.close(),
  };
}

type ReadFile = (from: number, to: number) => Promise<Uint8Array>;
type PicturePlaces = (read: ReadFile, bytes: number) => Promise<readonly PictureAt[]>;

const readFrames: PicturePlaces = readStoredZip;
const readMovie: PicturePlaces = async (read, bytes) => (await readPngMovie(read, bytes)).pictures;

/** A file that holds whole pictures, each decoded by itself. */
async function openPictures(file: Blob, places: PicturePlaces): Promise<Decoded> {
  const read: ReadFile = async (from, to) =>
    new Uint8Array(await file.slice(from, to).arrayBuffer());
  const pictures = await places(read, file.size).catch(() => {
    throw differs('it cannot be read');
  });
  const bitmapOf = (index: number) => {
    const { from, to } = pictures[index];
    return createImageBitmap(file.slice(from, to, 'image/png'));
  };
  const first = await bitmapOf(0);
  const size = { width: first.width, height: first.height };
  first.close();
  return {
    ...size,
    frames: pictures.length,
    frameAt: async function* (indices) {
      for (const index of indices) {
        const bitmap = await bitmapOf(index);
        yield { draw: (context) => context.drawImage(bitmap, 0, 0) };
        bitmap.close();
      }
    },
    close: () => undefined,
  };
}

async function openStill(file: Blob): Promise<Decoded> {
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

async function openVideo(file: Blob): Promise<Decoded> {
  const input = openInput(new BlobSource(file));
  const track = await input.getPrimaryVideoTrack();
  if (!track) throw differs('it holds no video');
  const sink = new VideoSampleSink(track);
  const { packetCount } = await track.computePacketStats();
  const first = await track.getFirstTimestamp();
  return {
    width: track.displayWidth,
    height: track.displayHeight,
    frames: packetCount,
    frameAt: async function* (indices, rate) {
      const times = indices.map((index) => first + framesToSeconds(index, rate) + ROUNDING);
      for await (const sample of sink.samplesAtTimestamps(times)) {
        yield sample && { draw: (context) => sample.draw(context, 0, 0) };
        sample?.close();
      }
    },
    close: () => input.dispose(),
  };
}

/** Seconds by which sound may be longer or shorter than the pictures: a coder's own blocks. */
const SOUND_OFF = 0.1;

/** @throws MoonError 'read-back-differs' where the sound is not as long as the pictures */
async function soundIn(file: Blob, { frames, rate }: EncodeTarget): Promise<number> {
  const input = openInput(new BlobSource(file));
  try {
    const track = await input.getPrimaryAudioTrack();
    if (!track) throw differs('it holds no sound');
    const seconds = await track.computeDuration();
    const meant = framesToSeconds(frames, rate);
    if (Math.abs(seconds - meant) > SOUND_OFF) {
      throw differs(`its sound lasts ${seconds.toFixed(2)} s instead of ${meant.toFixed(2)} s`);
    }
    return seconds;
  } finally {
    input.dispose();
  }
}

/** Up to COMPARED frame numbers from the first to the last. */
const spread = (count: number): readonly number[] => {
  const picked = Math.min(COMPARED, count);
  return Array.from({ length: picked }, (_, i) =>
    picked === 1 ? 0 : Math.round((i * (count - 1)) / (picked - 1)),
  );
};

/** A format without alpha shows black where nothing is drawn. */
function layOnBlack(context: Context): void {
  context.save();
  context.globalCompositeOperation = 'destination-over';
  context.fillStyle = '#000000';
  context.fillRect(0, 0, context.canvas.width, context.canvas.height);
  context.restore();
}

const pixels = (context: Context): Uint8ClampedArray =>
  context.getImageData(0, 0, context.canvas.width, context.canvas.height).data;

const differs = (what: string): MoonError =>
  new MoonError(
    'read-back-differs',
    `The file was made, but reading it back shows that ${what}. It was not kept; press Send again.`,
  );
