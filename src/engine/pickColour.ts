import { toHex } from '@/core/colour';
import type { Footage, Landing, LandingItem } from '@/core/document';
import { meanColour } from '@/core/matte/chromaKey';
import { softwareContext } from '@/paint/browserTools';
import { FrameReader, mediaSource } from './frameReader';
import { decodeStill } from './still';
import { framesToSeconds } from '@/core/time';

/**
 * Mean colour round a point of a landing item's own picture, before any key.
 * @param x,y in the picture's pixels
 */
export async function pickColour(
  landing: Landing,
  item: LandingItem,
  footage: Footage,
  frame: number,
  x: number,
  y: number,
): Promise<string> {
  const { width, height } = footage;
  const context = softwareContext(width, height);
  if (footage.type === 'still') {
    const bitmap = await decodeStill(footage.media);
    context.drawImage(bitmap, 0, 0);
    bitmap.close();
  } else {
    const reader = await FrameReader.open(mediaSource(footage.media));
    const seconds = Math.max(0, framesToSeconds(frame - item.start, landing.rate));
    (await reader.at(Math.min(seconds, footage.duration - 0.001)))?.draw(
      context,
      0,
      0,
      width,
      height,
    );
    reader.close();
  }
  const { data } = context.getImageData(0, 0, width, height);
  return toHex(meanColour(data, width, height, Math.round(x), Math.round(y)));
}
