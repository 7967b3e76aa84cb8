import type { Bundle, Overlay } from '@/core/document';
import { MoonError } from '@/core/errors';
import { fileName, formatById, sentSize, type Format } from '@/core/formats';
import { apngFile } from '@/core/formats/files/apng';
import { pngMovie } from '@/core/formats/files/pngMovie';
import { webpFile } from '@/core/formats/files/webp';
import type { Box } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';
import { stopIfAborted, type Progress } from '../progress';
import { Mixer } from '../sound/mixer';
import { artworkBounds } from './crop';
import { gifEncoder } from './gif';
import { growingEncoder, type PictureKind } from './growing';
import { pngEncoder } from './png';
import { pngFramesEncoder } from './pngFrames';
import { readBack, type ReadBack } from './readBack';
import { serverEncoder } from './server';
import type { EncodeTarget, Encoder, Making } from './types';
import { makeTimeline } from './timeline';
import { h264Encoder, vp9Encoder } from './video';

export { clearScratchFiles } from './scratchFile';
export type { ReadBack } from './readBack';

export interface SendRequest {
  readonly bundle: Bundle;
  readonly format: string;
  /** Sent pixels per document pixel. */
  readonly scale: number;
  /** The frames of a moving file; `to` is exclusive. */
  readonly range: { readonly from: number; readonly to: number };
  /** The frame a still shows. */
  readonly still: number;
  /** Whether what lies round the artwork of all its frames is left off. */
  readonly crop: boolean;
}

export interface Sent {
  readonly file: Blob;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly format: string;
  /** The part of the document it shows, in document pixels; null for all. */
  readonly crop: Box | null;
  /** Null where there are no pictures in it to read back. */
  readonly readBack: ReadBack | null;
}

/** Which part of the work is under way. */
export type SendStage = 'looking' | 'making' | 'reading back';

/**
 * Makes a file of a document and reads it back: only a file that holds what was meant is given out.
 * @throws MoonError 'stopped' | 'server-away' | 'encode-failed' | 'read-back-differs'
 */
export async function send(
  request: SendRequest,
  onStage: (stage: SendStage) => void,
  progress: Progress,
  signal: AbortSignal,
): Promise<Sent> {
  const { bundle, scale } = request;
  const { document } = bundle;
  const format = formatById(request.format);
  if (!format) throw new MoonError('not-found', `There is no format called “${request.format}”.`);
  if (format.timeline) return sendTimeline(bundle, format, onStage, progress, signal);
  const frames = format.moving
    ? framesIn(request.range, document.length)
    : [Math.min(document.length - 1, Math.max(0, request.still))];
  const mixer = format.sounds && document.kind === 'landing' ? new Mixer(bundle) : null;
  const sound =
    mixer && !mixer.isSilent
      ? (index: number) => mixer.block(frames[index], frames[index] + 1)
      : null;
  const artist = new Artist();
  try {
    if (request.crop) onStage('looking');
    const crop = request.crop
      ? await artworkBounds(artist, bundle, frames, progress, signal)
      : null;
    const { width, height } = sentSize(crop ? sizeOf(crop) : document, format, scale);
    const target = { width, height, rate: document.rate, frames: frames.length, sound };
    onStage('making');
    const work = { artist, bundle, format, target, frames, crop, progress, signal };
    const file = await make(work);
    onStage('reading back');
    const report = await readBack(file, work);
    return {
      file,
      name: fileName(document.name, format.extension),
      width,
      height,
      format: format.id,
      crop,
      readBack: report,
    };
  } finally {
    artist.close();
    mixer?.close();
  }
}

/** A landing as a timeline with its media, its overlays made clear clips on the way. */
async function sendTimeline(
  bundle: Bundle,
  format: Format,
  onStage: (stage: SendStage) => void,
  progress: Progress,
  signal: AbortSignal,
): Promise<Sent> {
  onStage('making');
  const { name, width, height } = bundle.document;
  const makeClip = async (overlay: Overlay): Promise<Blob> => {
    const clear: Bundle = {
      ...bundle,
      document: { ...overlay, backdrop: { kind: 'clear' } },
    };
    const range = { from: 0, to: overlay.length };
    const request = { bundle: clear, format: 'vp9', scale: 1, range, still: 0, crop: false };
    return (await send(request, () => undefined, progress, signal)).file;
  };
  const file = await makeTimeline(bundle, makeClip, signal);
  const sent = { file, name: fileName(name, format.extension), width, height };
  return { ...sent, format: format.id, crop: null, readBack: null };
}

const sizeOf = ({ left, top, right, bottom }: Box) => ({
  width: right - left,
  height: bottom - top,
});

/** @throws MoonError 'not-found' where there is no frame in the range */
function framesIn({ from, to }: SendRequest['range'], length: number): readonly number[] {
  const [first, last] = [Math.max(0, from), Math.min(length, to)];
  if (first >= last) throw new MoonError('not-found', 'There is no frame between start and end.');
  return Array.from({ length: last - first }, (_, i) => first + i);
}

async function make(work: Making): Promise<Blob> {
  const { artist, bundle, format, target, frames, crop, progress, signal } = work;
  const encoder = await encoderFor(format, target, bundle);
  const context = softwareContext(target.width, target.height);
  try {
    for (const [index, frame] of frames.entries()) {
      stopIfAborted(signal);
      context.clearRect(0, 0, target.width, target.height);
      await artist.paintFrame(context, bundle, frame, crop);
      await encoder.add(context, index);
      progress(index + 1, frames.length);
    }
    return await encoder.finish();
  } catch (error) {
    await encoder.cancel();
    throw error;
  }
}

const PNG: PictureKind = { type: 'image/png' };
/** A test holds soft edges above 38 dB over grey at this quality. */
const WEBP: PictureKind = { type: 'image/webp', quality: 0.9 };

function encoderFor(format: Format, target: EncodeTarget, { document }: Bundle): Promise<Encoder> {
  const clear = document.kind === 'overlay' && document.backdrop.kind === 'clear';
  switch (format.id) {
    case 'png':
      return pngEncoder();
    case 'vp9':
      return vp9Encoder(target, clear);
    case 'gif':
      return gifEncoder(target);
    case 'apng':
      return growingEncoder(apngFile(target.frames, target.rate), PNG);
    case 'png-mov':
      return growingEncoder(pngMovie(target, target.rate), PNG);
    case 'webp':
      return growingEncoder(webpFile(target, target.rate), WEBP);
    case 'png-frames':
      return pngFramesEncoder(target, fileName(document.name, '').slice(0, -1));
    case 'h264':
      return h264Encoder(target);
    default:
      return serverEncoder(target, format.id);
  }
}
