import { BlobSource } from 'mediabunny';
import { hardenAlpha } from '@/core/formats/gif';
import { compareFrames, summarise, type FrameDifference } from '@/core/matte/compare';
import { firstWrongTime } from '@/core/sending/times';
import { framesToSeconds, type Rate, type Seconds } from '@/core/time';
import { openInput } from '../media/frameReader';
import { stopIfAborted } from '../progress';
import { edgePicture } from './edgePicture';
import { FORMAT_WORK } from './formats';
import { edgeError } from './meantEdge';
import { meantFrames } from './meantFrames';
import { pairs } from './pairs';
import { differs, eachFrame } from './sentFile';
import type { EncodeTarget, Making } from './types';

/** Frames whose pixels are compared; all frames are counted. */
const COMPARED = 12;

/** More than this, and the file does not show what was meant. Shares of full scale. */
const LIMITS = { meanAlpha: 0.01, meanColour: 0.03, edge: 0.18 } as const;

/** What two ways of smoothing an edge differ by, a share of full scale. */
const EDGE_OFF = 0.2;

/** The share of a picture that a line of a pixel round it takes up: of a small one most is edges. */
const rimShare = ({ width, height }: Pick<EncodeTarget, 'width' | 'height'>): number =>
  Math.min(1, (2 * (width + height)) / (width * height));

/** How true a file is to what was painted. */
export interface Fidelity {
  /** Frames that are in it. */
  readonly frames: number;
  readonly compared: number;
  /** Mean and worst difference in alpha, 0…1; null when the format carries none. */
  readonly meanAlphaError: number | null;
  readonly worstAlphaError: number | null;
  /** PSNR of the composite over mid grey, dB; null when identical. */
  readonly psnr: number | null;
  /** An edge of it enlarged, over light and over dark; null where it has none. */
  readonly edge: Blob | null;
}

/** What was found in the file itself, held against the document. */
export interface ReadBack extends Fidelity {
  readonly expectedFrames: number;
  /** Seconds of sound in it; null where there is none. */
  readonly soundSeconds: number | null;
}

/**
 * Decodes a sent file and compares it with what its format can hold of freshly painted frames.
 * @throws MoonError 'read-back-differs' with what is wrong
 */
export async function readBack(file: Blob, work: Making): Promise<ReadBack> {
  const { planned, target, settings } = work;
  const { format } = planned;
  const { meanColour, ...truth } = await compareFile(file, work, (painted) => {
    if (format.hardAlpha) hardenAlpha(painted, settings.gif);
  });
  const soundSeconds = target.sound ? await soundIn(file, target) : null;
  const edges = EDGE_OFF * rimShare(target);
  if (truth.meanAlphaError !== null && truth.meanAlphaError > Math.max(LIMITS.meanAlpha, edges)) {
    throw differs(`its transparency is off by ${(truth.meanAlphaError * 100).toFixed(1)} %`);
  }
  if (meanColour > Math.max(LIMITS.meanColour, edges)) {
    throw differs(`its colours are off by ${(meanColour * 100).toFixed(1)} %`);
  }
  return { ...truth, expectedFrames: planned.frames.length, soundSeconds };
}

/**
 * Compares up to twelve frames of a file, from its first to its last, with what is expected of them.
 * @param alter makes of a painted frame what is expected of the file, in straight RGBA, on black where the format has no alpha
 * @throws MoonError 'read-back-differs' where it is not of that size, or not all frames are in it
 */
export async function compareFile(
  file: Blob,
  work: Making,
  alter: (painted: Uint8ClampedArray) => void,
): Promise<Fidelity & { readonly meanColour: number }> {
  const { planned, progress, signal } = work;
  const { format, frames } = planned;
  const compared = spread(frames.length);
  const differences: FrameDifference[] = [];
  let edge: Promise<Blob> | null = null;
  let last: ImageData | null = null;
  const both = pairs(meantFrames(work, compared, alter), foundFrames(file, work, compared));
  for await (const [meant, found] of both) {
    stopIfAborted(signal);
    const isKnown = meant.rests && found === last;
    last = found;
    differences.push(isKnown ? differences.at(-1)! : compareFrames(meant.pixels, found.data));
    if (meant.edge) {
      edge = edgePicture(found, meant.edge.spot);
      refuseJagged(edgeError(meant.edge, found));
    }
    progress(differences.length, compared.length);
  }
  const { meanAlpha, worstAlpha, meanColour, psnr } = summarise(differences);
  return {
    frames: frames.length,
    compared: differences.length,
    meanAlphaError: format.alpha ? meanAlpha : null,
    worstAlphaError: format.alpha ? worstAlpha : null,
    meanColour,
    psnr,
    edge: await edge,
  };
}

/** Frames as they are in a file that has all of them, in the size that was meant. */
async function* foundFrames(
  file: Blob,
  { planned: { format, frames }, target: { width, height, rate } }: Making,
  indices: readonly number[],
): AsyncGenerator<ImageData> {
  const decoded = await FORMAT_WORK[format.id].open(file);
  try {
    if (decoded.width !== width || decoded.height !== height) {
      throw differs(`it is ${decoded.width} × ${decoded.height} instead of ${width} × ${height}`);
    }
    if (decoded.frames !== frames.length) {
      throw differs(`it holds ${decoded.frames} of ${frames.length} frames`);
    }
    if (decoded.shown) refuseWrongTimes(decoded.shown, rate);
    yield* eachFrame(decoded, indices, rate);
  } finally {
    decoded.close();
  }
}

/** @throws MoonError 'read-back-differs' where a frame begins or ends at another time than it was meant to */
function refuseWrongTimes(shown: readonly Seconds[], rate: Rate): void {
  const wrong = firstWrongTime(shown, rate);
  if (!wrong) return;
  const [found, meant] = [wrong.found, wrong.meant].map((seconds) => seconds.toFixed(3));
  throw differs(`its frame ${wrong.frame} ends at ${found} s instead of ${meant} s`);
}

/** Edges that are not smoothed are off by a quarter of full scale; a canvas’s smoothing by a tenth at most. */
function refuseJagged(error: number | null): void {
  if (error !== null && error > LIMITS.edge) {
    throw differs(`its edges are jagged, off by ${(error * 100).toFixed(0)} %`);
  }
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
