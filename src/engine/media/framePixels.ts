import type { VideoSample } from 'mediabunny';
import { planarRgba, type PlanarPicture } from '@/core/colour/planarRgba';
import { shrunkPlanes } from '@/core/colour/shrunkPlanes';
import type { KeySettings } from '@/core/document';
import { rotated } from '@/core/footage/rotate';
import { softwareContext } from '@/paint/browserTools';
import { madeSize, ownSize, type Frame } from './frame';
import { keyer } from '../keying/keyer';
import { planarFrame } from '../keying/planarFrame';
import type { Size } from '../kernels/keying';
import { bytesOfPlanes, planesIn, planeKind } from './planes';

type Context = OffscreenCanvasRenderingContext2D;

/**
 * A frame's straight pixels, upright, from its own codes: engines differ in how they turn codes into
 * colours, and some of them leave out alpha or whatever has more than 8 bits.
 * @param key what they are freed of
 */
export async function framePixels(
  frame: Frame,
  size: Size,
  key: KeySettings | null = null,
): Promise<ImageData> {
  const own = ownSize(frame);
  const planes = size.width <= own.width && size.height <= own.height ? planarFrame(frame) : null;
  if (planes) {
    const { rotation } = frame.sample;
    const laid = lying(size, rotation);
    return upright(await (await keyer()).frame(planes, laid, key), laid, rotation);
  }
  const made = await drawnPixels(frame, size);
  const pixels =
    made?.width === size.width && made.height === size.height ? made : scaled(frame, made, size);
  if (key) {
    const scale = size.width / own.width;
    await (await keyer()).keyRgba(pixels.data, size.width, size.height, key, scale);
  }
  return pixels;
}

/** Draws a frame, upright, over a part of a canvas. */
export async function drawFrame(
  frame: Frame,
  context: Context,
  width: number,
  height: number,
): Promise<void> {
  draw(frame, await drawnPixels(frame, { width, height }), context, { width, height });
}

/** @param pixels the frame's; null where only the browser reads it */
function draw({ sample }: Frame, pixels: ImageData | null, context: Context, size: Size): void {
  if (!pixels) {
    sample.draw(context, 0, 0, size.width, size.height);
    return;
  }
  const own = softwareContext(pixels.width, pixels.height);
  own.putImageData(pixels, 0, 0);
  context.drawImage(own.canvas, 0, 0, size.width, size.height);
}

function scaled(frame: Frame, pixels: ImageData | null, size: Size): ImageData {
  const context = softwareContext(size.width, size.height);
  draw(frame, pixels, context, size);
  return context.getImageData(0, 0, size.width, size.height);
}

/** Pixels to draw a frame at a size with; null where only the browser reads it. */
async function drawnPixels(frame: Frame, size: Size): Promise<ImageData | null> {
  if (planarFrame(frame)) return framePixels(frame, madeSize(frame, size));
  const { sample } = frame;
  if (INTERLEAVED.test(sample.format ?? '')) {
    return upright(await interleaved(sample), sample.visibleRect, sample.rotation);
  }
  const whole = await planesOf(sample);
  if (!whole || !frame.coding) return null;
  const picture = shrunkPlanes(whole, lying(size, sample.rotation));
  return upright(planarRgba(picture, frame.coding), picture, sample.rotation);
}

/** An upright picture's size as it lies in a file that turns it. */
const lying = ({ width, height }: Size, degrees: number): Size =>
  degrees % 180 === 0 ? { width, height } : { width: height, height: width };

function upright(rgba: Uint8ClampedArray, { width, height }: Size, degrees: number): ImageData {
  const pixels = new Uint32Array(rgba.buffer, rgba.byteOffset, width * height);
  const turned = rotated(pixels, width, height, degrees);
  const data = new Uint8ClampedArray(turned.buffer, turned.byteOffset, turned.byteLength);
  const [across, down] = degrees % 180 === 0 ? [width, height] : [height, width];
  return new ImageData(data as Uint8ClampedArray<ArrayBuffer>, across, down);
}

/** Pixels as WebCodecs names them; an X is a byte that says nothing. */
const INTERLEAVED = /^(RGB|BGR)[AX]$/;

async function planesOf(sample: VideoSample): Promise<PlanarPicture | null> {
  const kind = planeKind(sample.format);
  if (!kind) return null;
  const bytes = new Uint8Array(bytesOfPlanes(kind, sample.visibleRect));
  await sample.copyTo(bytes);
  return planesIn(bytes, kind, sample.visibleRect);
}

async function interleaved(sample: VideoSample): Promise<Uint8ClampedArray> {
  const { width, height } = sample.visibleRect;
  const rgba = new Uint8ClampedArray(width * height * 4);
  await sample.copyTo(rgba);
  if (sample.format!.startsWith('BGR')) {
    for (let i = 0; i < rgba.length; i += 4) [rgba[i], rgba[i + 2]] = [rgba[i + 2], rgba[i]];
  }
  if (sample.format!.endsWith('X')) for (let i = 3; i < rgba.length; i += 4) rgba[i] = 255;
  return rgba;
}
