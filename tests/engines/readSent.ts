import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import type { Format } from '@/core/formats';
import { overGrey, pngPixels, probe, type Pixels } from '../support/media';
import { frameByOthers, gifInfo, webpInfo, apngFrames } from '../support/readers';

/** Frames and pixels of the overlay that is sent. */
export const SENT = { width: 640, height: 360, frames: 30 };

/** The frame that is looked at in each file. */
export const LOOKED_AT = 15;

/** Soft pixels are lost in half of the formats that have none; a wrong picture is far below. */
const LEAST = { soft: 30, hard: 20 };

export interface Sent {
  readonly pixels: Pixels;
  readonly seen: string;
}

/**
 * Reads a sent file by readers that are not the app's.
 * @param still the same frame as it was sent in a PNG; null for that still itself
 * @throws Error where frames are missing or the picture is another
 */
export async function readSent(file: string, format: Format, still: Pixels | null): Promise<Sent> {
  const frames = await framesOf(file, format);
  const pixels = await frameOf(file, format);
  const size = `${pixels.width} × ${pixels.height}`;
  if (size !== `${SENT.width} × ${SENT.height}`) throw new Error(`its pictures are ${size}`);
  if (frames !== null && frames !== SENT.frames) throw new Error(`it has ${frames} frames`);
  if (!still) return { pixels, seen: 'read by others' };
  const { psnr } = overGrey(pixels, format.alpha ? still : onBlack(still));
  const seen = Number.isFinite(psnr) ? `within ${psnr.toFixed(1)} dB` : 'identical';
  if (psnr < (format.hardAlpha ? LEAST.hard : LEAST.soft))
    throw new Error(`its picture is ${seen}`);
  return { pixels, seen };
}

async function framesOf(file: string, { id, medium }: Format): Promise<number | null> {
  if (medium === 'still' || medium === 'outlines') return null;
  if (id === 'png-frames') return Object.keys(unzipSync(readFileSync(file))).length;
  if (id === 'gif') return gifInfo(file).frames;
  if (id === 'webp') return webpInfo(file).frames;
  if (id === 'apng') return apngFrames(file, `${file}-frames`.split('/').at(-1)!).length;
  return Number(probe(file).nb_read_frames);
}

async function frameOf(file: string, { id }: Format): Promise<Pixels> {
  if (id !== 'png-frames') return frameByOthers(file, id, LOOKED_AT);
  const entries = Object.entries(unzipSync(readFileSync(file))).sort(([a], [b]) =>
    a < b ? -1 : 1,
  );
  return pngPixels(Buffer.from(entries[LOOKED_AT][1]));
}

/** What has no alpha shows its clear pixels black. */
function onBlack({ width, height, data }: Pixels): Pixels {
  const flat = new Uint8ClampedArray(data.length);
  for (let i = 0; i < data.length; i += 4) {
    for (let c = 0; c < 3; c++) flat[i + c] = (data[i + c] * data[i + 3]) / 255;
    flat[i + 3] = 255;
  }
  return { width, height, data: flat };
}
