import { Measurer, isSoft, vanishes, type Marking, type Measured } from '@/core/check';
import { chroma, parseHex } from '@/core/colour';
import type { Bundle, Overlay } from '@/core/document';
import { sceneAt } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from './artist';
import { stopIfAborted, type Progress } from './progress';

/** Longest side at which frames are measured: an edge of 1.5 pixels is still an edge there. */
const LONGEST = 1280;

const measuredSize = ({ width, height }: Overlay) => {
  const scale = Math.min(1, LONGEST / Math.max(width, height));
  return {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
};

/** Paints every frame of an overlay without its backdrop and measures it. */
export async function measureOverlay(
  bundle: Bundle,
  progress: Progress,
  signal: AbortSignal,
): Promise<Measured> {
  const overlay = bundle.document as Overlay;
  const { width, height } = measuredSize(overlay);
  const measurer = new Measurer(overlay, width, height);
  const artist = new Artist();
  try {
    for (let frame = 0; frame < overlay.length; frame++) {
      stopIfAborted(signal);
      measurer.add(await artworkPixels(artist, bundle, frame, width, height));
      progress(frame + 1, overlay.length);
    }
  } finally {
    artist.close();
  }
  return measurer.result();
}

async function artworkPixels(
  artist: Artist,
  bundle: Bundle,
  frame: number,
  width: number,
  height: number,
): Promise<Uint8ClampedArray> {
  const assets = await artist.assets(bundle);
  const context = softwareContext(width, height);
  const scene = { ...sceneAt(bundle.document, frame, assets), backdrop: null };
  await artist.paint(context, scene);
  return context.getImageData(0, 0, width, height).data;
}

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
  const artist = new Artist();
  const artwork = await artworkPixels(artist, bundle, frame, width, height);
  const context = softwareContext(width, height);
  await artist.paintFrame(context, bundle, frame);
  artist.close();
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
  overlay: Overlay,
  artwork: Uint8ClampedArray,
  width: number,
  height: number,
  marking: Marking,
): (pixel: number) => boolean {
  const alpha = (pixel: number) => artwork[pixel * 4 + 3];
  if (marking === 'soft') {
    return (pixel) =>
      alpha(pixel) > 5 && alpha(pixel) < 250 && isSoft(artwork, width, height, pixel);
  }
  const { backdrop } = overlay;
  if (backdrop.kind === 'clear') return () => false;
  const key = chroma(...parseHex(backdrop.colour));
  return (pixel) => {
    const at = pixel * 4;
    return alpha(pixel) > 5 && vanishes(chroma(artwork[at], artwork[at + 1], artwork[at + 2]), key);
  };
}
