import type { VideoSample } from 'mediabunny';
import { planarRgba, type Depth, type PlanarPicture } from '@/core/colour/planarRgba';
import { softwareContext } from '@/paint/browserTools';
import { matrixOf } from './keying/planarFrame';

type Context = OffscreenCanvasRenderingContext2D;

/** Planes as WebCodecs names them: chroma, alpha, and the bits of a sample above 8. */
const PLANAR = /^I4(20|22|44)(A?)(P10|P12)?$/;
/** What every browser draws as it is. */
const DRAWN = 'I420';

/**
 * Draws a frame over a part of a canvas. Alpha, more than 8 bits and chroma that is not halved are
 * converted here: Firefox draws planes without their alpha, and straight colours as if they were
 * premultiplied; other formats than 8 bit 4:2:0 are not known everywhere.
 */
export async function drawSample(
  sample: VideoSample,
  context: Context,
  width: number,
  height: number,
): Promise<void> {
  const pixels = sample.rotation === 0 ? await ownPixels(sample) : null;
  if (!pixels) {
    sample.draw(context, 0, 0, width, height);
    return;
  }
  const own = softwareContext(pixels.width, pixels.height);
  own.putImageData(pixels, 0, 0);
  context.drawImage(own.canvas, 0, 0, width, height);
}

/** A frame's straight pixels at its own size; null where the browser draws it. */
async function ownPixels(sample: VideoSample): Promise<ImageData | null> {
  const { format } = sample;
  if (format === 'RGBA' || format === 'BGRA') return interleaved(sample, format === 'BGRA');
  const named = PLANAR.exec(format ?? '');
  if (!named || format === DRAWN) return null;
  const depth: Depth = named[3] ? (Number(named[3].slice(1)) as Depth) : 8;
  const [across, down] = named[1] === '44' ? [1, 1] : named[1] === '22' ? [2, 1] : [2, 2];
  const picture = await planesOf(sample, depth, across as 1 | 2, down as 1 | 2);
  const rgba = planarRgba(picture, matrixOf(sample)) as Uint8ClampedArray<ArrayBuffer>;
  return new ImageData(rgba, picture.width, picture.height);
}

async function planesOf(
  sample: VideoSample,
  depth: Depth,
  across: 1 | 2,
  down: 1 | 2,
): Promise<PlanarPicture> {
  const { width, height } = sample.visibleRect;
  const luma = width * height;
  const chroma = Math.ceil(width / across) * Math.ceil(height / down);
  const bytes = new Uint8Array(2 * (luma + chroma) * (depth === 8 ? 1 : 2));
  await sample.copyTo(bytes);
  const codes = depth === 8 ? bytes : new Uint16Array(bytes.buffer);
  const plane = (from: number, length: number) => codes.subarray(from, from + length);
  return {
    ...{ width, height, depth, across, down },
    y: plane(0, luma),
    u: plane(luma, chroma),
    v: plane(luma + chroma, chroma),
    a: sample.hasAlpha ? plane(luma + 2 * chroma, luma) : null,
  };
}

async function interleaved(sample: VideoSample, blueFirst: boolean): Promise<ImageData> {
  const { width, height } = sample.visibleRect;
  const rgba = new Uint8ClampedArray(width * height * 4);
  await sample.copyTo(rgba);
  if (blueFirst) {
    for (let i = 0; i < rgba.length; i += 4) [rgba[i], rgba[i + 2]] = [rgba[i + 2], rgba[i]];
  }
  return new ImageData(rgba, width, height);
}
