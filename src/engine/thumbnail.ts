import { LUMA } from '@/core/colour';
import type { Bundle, Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import { pixelsOn, softwareContext } from '@/paint/browserTools';
import { inTurn } from '@/core/inTurn';
import { Artist } from './artist';
import { drawFrame } from './media/framePixels';
import { mediaSource, openInput } from './media/frameReader';
import { openFrames } from './media/frameSource';
import { decodeStill } from './media/still';
import { stopIfAborted } from './progress';
import { paintSurface, type Surface } from './stage/surfaces';
import { AudioSampleSink } from 'mediabunny';

type Context = OffscreenCanvasRenderingContext2D;

const LONGEST = 480;

/** Artwork of this mean luma or more cannot be seen on the squares. */
const LIGHT = 0.7;

/** Canvases are used again, the artist’s too: browsers let go of them late, and kits may have hundreds of cards. */
const canvases: { shown?: Context; artwork?: Context } = {};
const artist = new Artist();

/** One at a time, as all use the same canvases. */
const next = inTurn();

/** A clear canvas for a thumbnail of something that size; never larger than the thing itself. */
function thumbnailContext(use: keyof typeof canvases, width: number, height: number): Context {
  const scale = Math.min(1, LONGEST / Math.max(width, height));
  const context = (canvases[use] ??= softwareContext(1, 1));
  context.canvas.width = Math.max(1, Math.round(width * scale));
  context.canvas.height = Math.max(1, Math.round(height * scale));
  return context;
}

const toBlob = (context: Context): Promise<Blob> =>
  context.canvas.convertToBlob({ type: 'image/webp', quality: 0.85 });

/** Pictures of a document at some frames, on squares or, where it is light itself, on dark. */
export const documentThumbnails = (
  bundle: Bundle,
  frames: readonly number[],
  signal: AbortSignal,
): Promise<readonly Blob[]> => next(() => paintedFrames(bundle, frames, signal));

async function paintedFrames(
  bundle: Bundle,
  frames: readonly number[],
  signal: AbortSignal,
): Promise<readonly Blob[]> {
  stopIfAborted(signal);
  const { width, height } = bundle.document;
  const context = thumbnailContext('shown', width, height);
  const artwork = thumbnailContext('artwork', width, height);
  const blobs: Blob[] = [];
  let surface: Surface | null = null;
  try {
    for (const frame of frames) {
      stopIfAborted(signal);
      artwork.clearRect(0, 0, artwork.canvas.width, artwork.canvas.height);
      await artist.paintFrame(artwork, bundle, frame);
      surface ??= meanLuma(artwork) > LIGHT ? 'dark' : 'checks';
      paintSurface(context, surface);
      context.drawImage(artwork.canvas, 0, 0);
      blobs.push(await toBlob(context));
    }
  } finally {
    artist.close();
  }
  return blobs;
}

/** Mean luma, 0…1, of what is painted; 0 where nothing is. Weights of ITU-R BT.709. */
function meanLuma(context: Context): number {
  const data = pixelsOn(context);
  let [luma, alpha] = [0, 0];
  for (let i = 0; i < data.length; i += 4) {
    luma += (LUMA.r * data[i] + LUMA.g * data[i + 1] + LUMA.b * data[i + 2]) * data[i + 3];
    alpha += data[i + 3];
  }
  return alpha === 0 ? 0 : luma / alpha / 255;
}

/** Pictures of footage at some shares (0…1) of its length; a sound's is its waveform. */
export const footageThumbnails = (
  footage: Footage,
  shares: readonly number[],
  signal: AbortSignal,
): Promise<readonly Blob[]> =>
  // A long sound is read for a while; pictures do not wait for it.
  footage.type === 'sound'
    ? waveform(footage)
    : next(() => footagePictures(footage, shares, signal));

async function footagePictures(
  footage: Footage,
  shares: readonly number[],
  signal: AbortSignal,
): Promise<readonly Blob[]> {
  stopIfAborted(signal);
  const context = thumbnailContext('shown', footage.width, footage.height);
  const { width, height } = context.canvas;
  if (footage.type === 'still') {
    const bitmap = await decodeStill(footage.media);
    paintSurface(context, 'checks');
    context.drawImage(bitmap, 0, 0, width, height);
    bitmap.close();
    return [await toBlob(context)];
  }
  const reader = await openFrames(footage.media);
  const blobs: Blob[] = [];
  try {
    for (const share of shares) {
      stopIfAborted(signal);
      const frame = await reader.at(share * footage.duration);
      paintSurface(context, 'checks');
      if (frame) await drawFrame(frame, context, width, height);
      blobs.push(await toBlob(context));
    }
  } finally {
    reader.close();
  }
  return blobs;
}

const WAVE_COLUMNS = 120;

async function waveform(footage: Footage): Promise<readonly Blob[]> {
  const peaks = new Float32Array(WAVE_COLUMNS);
  const input = openInput(mediaSource(footage.media));
  try {
    const track = await input.getPrimaryAudioTrack();
    if (!track) throw new MoonError('media-unreadable', 'The file holds no sound.');
    for await (const sample of new AudioSampleSink(track).samples()) {
      const values = new Float32Array(sample.numberOfFrames);
      sample.copyTo(values, { planeIndex: 0, format: 'f32-planar' });
      values.forEach((value, i) => {
        const time = sample.timestamp + i / sample.sampleRate;
        const column = Math.min(
          WAVE_COLUMNS - 1,
          Math.max(0, Math.floor((time / footage.duration) * WAVE_COLUMNS)),
        );
        peaks[column] = Math.max(peaks[column], Math.abs(value));
      });
      sample.close();
    }
  } finally {
    input.dispose();
  }
  const context = softwareContext(480, 270);
  context.fillStyle = '#e9e0f2';
  context.fillRect(0, 0, 480, 270);
  context.fillStyle = '#4b2e73';
  peaks.forEach((peak, i) => {
    const height = Math.max(2, peak * 220);
    context.fillRect(i * 4 + 1, 135 - height / 2, 2, height);
  });
  return [await toBlob(context)];
}
