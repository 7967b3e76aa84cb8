import { apngFile } from '@/core/formats/files/apng';
import { pngMovie } from '@/core/formats/files/pngMovie';
import { svgStill } from '@/core/formats/files/svgStill';
import { webpFile } from '@/core/formats/files/webp';
import { plainName } from '@/core/sending/fileName';
import { sceneAt } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { stopIfAborted } from '../progress';
import { gifEncoder } from './gif';
import { growingEncoder, type PictureKind } from './growing';
import { pngEncoder } from './png';
import { pngFramesEncoder } from './pngFrames';
import { serverEncoder } from './server';
import type { Encoder, Making } from './types';
import { h264Encoder, vp9Encoder } from './video';

const PNG: PictureKind = { type: 'image/png' };
/** A test holds soft edges above 38 dB over grey at this quality. */
const WEBP: PictureKind = { type: 'image/webp', quality: 0.9 };

/** Paints the planned frames and encodes them. */
export async function encode(work: Making): Promise<Blob> {
  const { artist, bundle, planned, target, crop, progress, signal } = work;
  if (planned.format.outlines) return drawOutlines(work);
  const encoder = await encoderFor(work);
  const context = softwareContext(target.width, target.height);
  try {
    for (const [index, frame] of planned.frames.entries()) {
      stopIfAborted(signal);
      context.clearRect(0, 0, target.width, target.height);
      await artist.paintFrame(context, bundle, frame, crop);
      await encoder.add(context, index);
      progress(index + 1, planned.frames.length);
    }
    return await encoder.finish();
  } catch (error) {
    await encoder.cancel();
    throw error;
  }
}

async function drawOutlines({ artist, bundle, planned, target, crop }: Making): Promise<Blob> {
  const { document } = bundle;
  const scene = sceneAt(document, planned.frames[0], await artist.assets(bundle));
  const whole = { left: 0, top: 0, right: document.width, bottom: document.height };
  return new Blob([svgStill(scene, crop ?? whole, target)], { type: planned.format.mime });
}

function encoderFor(work: Making): Promise<Encoder> {
  const { planned, target, settings, bundle } = work;
  const { document } = bundle;
  const clear = document.kind === 'overlay' && document.backdrop.kind === 'clear';
  const { plays } = settings;
  switch (planned.format.id) {
    case 'png':
      return pngEncoder();
    case 'vp9':
      return vp9Encoder(target, clear);
    case 'gif':
      return gifEncoder(target, settings);
    case 'apng':
      return growingEncoder(apngFile(target.frames, target.rate, plays), PNG);
    case 'png-mov':
      return growingEncoder(pngMovie(target, target.rate), PNG);
    case 'webp':
      return growingEncoder(webpFile(target, target.rate, plays), WEBP);
    case 'png-frames':
      return pngFramesEncoder(target, plainName(document.name));
    case 'h264':
      return h264Encoder(target);
    default:
      return serverEncoder(target, planned.format.id, work.onWait, work.signal);
  }
}
