import { isSoft, keyTest, type Marking } from '@/core/check';
import type { Bundle, Overlay } from '@/core/document';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';
import { measuredSize, paintArtwork } from './measureOverlay';

/** Marked pixels are shown as they are, all others faded towards the paper. */
const FADE = 0.75;
const PAPER = [255, 251, 243] as const;
const MARK = [179, 67, 43] as const;

/**
 * A picture of one frame that brings out the pixels a finding is about.
 * @returns PNG
 */
export async function pictureOfFinding(
  bundle: Bundle,
  frame: number,
  marking: Marking,
): Promise<Blob> {
  const overlay = bundle.document as Overlay;
  const { width, height } = measuredSize(overlay);
  const context = softwareContext(width, height);
  const artist = new Artist();
  await paintArtwork(artist, context, bundle, frame);
  const artwork = context.getImageData(0, 0, width, height).data;
  context.clearRect(0, 0, width, height);
  await artist.paintFrame(context, bundle, frame);
  artist.close();
  if (marking === null) return context.canvas.convertToBlob({ type: 'image/png' });
  const shown = context.getImageData(0, 0, width, height);
  const isMarked = marker(overlay, artwork, width, height, marking);
  for (let pixel = 0; pixel < width * height; pixel++) {
    const towards = isMarked(pixel) ? MARK : PAPER;
    const share = towards === MARK ? 1 : FADE;
    for (let channel = 0; channel < 3; channel++) {
      const at = pixel * 4 + channel;
      shown.data[at] += (towards[channel] - shown.data[at]) * share;
    }
  }
  context.putImageData(shown, 0, 0);
  return context.canvas.convertToBlob({ type: 'image/png' });
}

function marker(
  { backdrop }: Overlay,
  artwork: Uint8ClampedArray,
  width: number,
  height: number,
  marking: NonNullable<Marking>,
): (pixel: number) => boolean {
  const alpha = (pixel: number) => artwork[pixel * 4 + 3];
  if (marking === 'soft') {
    return (pixel) =>
      alpha(pixel) > 5 && alpha(pixel) < 250 && isSoft(artwork, width, height, pixel);
  }
  if (marking === 'rim') {
    const edge = Math.ceil(width / 120);
    return (pixel) => {
      const [x, y] = [pixel % width, Math.floor(pixel / width)];
      const near = Math.min(x, y, width - 1 - x, height - 1 - y) < edge;
      return near && alpha(pixel) > 5;
    };
  }
  if (backdrop.kind === 'clear') return () => false;
  const removes = keyTest(backdrop.colour);
  return (pixel) => {
    const at = pixel * 4;
    return alpha(pixel) > 5 && removes(artwork[at], artwork[at + 1], artwork[at + 2]);
  };
}
