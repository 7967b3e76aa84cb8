import {
  lackingLetters,
  landedIn,
  Measurer,
  measureWords,
  type Landed,
  type Measured,
} from '@/core/check';
import type { Bundle, Landing, Overlay } from '@/core/document';
import { sceneAt, type Box, type Scene } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';
import { fitted } from '../stage/landedGround';
import { stopIfAborted, type Progress } from '../progress';
import { measureContrast } from './measureContrast';

/** Longest side at which frames are measured: an edge of 1.5 pixels is still an edge there. */
const LONGEST = 1280;

export const measuredSize = (overlay: Overlay) => fitted(overlay, LONGEST);

export interface Looked {
  readonly measured: Measured;
  readonly landed: Landed | null;
}

/**
 * Paints every frame of an overlay without its backdrop and measures it.
 * @param around a landing it is used in; null where there is none
 */
export async function measureOverlay(
  bundle: Bundle,
  around: Bundle | null,
  progress: Progress,
  signal: AbortSignal,
): Promise<Looked> {
  const overlay = bundle.document as Overlay;
  const { width, height } = measuredSize(overlay);
  const measurer = new Measurer(overlay, width, height);
  const context = softwareContext(width, height);
  const artist = new Artist();
  try {
    const assets = await artist.assets(bundle);
    for (let frame = 0; frame < overlay.length; frame++) {
      stopIfAborted(signal);
      const scene = await paintArtwork(artist, context, bundle, frame);
      measurer.add(context.getImageData(0, 0, width, height).data, scene);
      progress(frame + 1, overlay.length);
    }
    const landed = around ? await landedAround(around, overlay.id) : null;
    const contrast = await measureContrast(bundle, around, landed, signal);
    const words = measureWords(overlay, assets, (layer) => contrast.get(layer) ?? null);
    const lacking = lackingLetters(overlay, assets);
    return { measured: measurer.result({ words, lacking }), landed };
  } finally {
    artist.close();
  }
}

/** Paints a frame, or a part of it in document pixels, without its backdrop. */
export async function paintArtwork(
  artist: Artist,
  context: OffscreenCanvasRenderingContext2D,
  bundle: Bundle,
  frame: number,
  crop: Box | null = null,
): Promise<Scene> {
  const assets = await artist.assets(bundle);
  const scene = { ...sceneAt(bundle.document, frame, assets), backdrop: null };
  context.clearRect(0, 0, context.canvas.width, context.canvas.height);
  await artist.paint(context, scene, crop);
  return scene;
}

async function landedAround(around: Bundle, overlay: string): Promise<Landed | null> {
  const artist = new Artist();
  const landed = landedIn(around.document as Landing, overlay, await artist.assets(around));
  artist.close();
  return landed;
}
