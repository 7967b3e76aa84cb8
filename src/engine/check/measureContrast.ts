import { contrastRound, type ContrastAt, type Landed } from '@/core/check';
import { type Bundle, type Overlay, type WordsLayer } from '@/core/document';
import { updateLayer } from '@/core/edit';
import { timeLayers } from '@/core/motion/timing';
import { inverse, layerAlone, multiply, sceneAt, scaling } from '@/core/scene';
import { guideScene } from '@/core/scene/guideScene';
import { evenlySpread } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';
import { fitted, LandedGround } from '../stage/landedGround';
import { stopIfAborted } from '../progress';

type Context = OffscreenCanvasRenderingContext2D;

/** Frames at which the contrast of each words layer is measured, spread over its time. */
const SAMPLES = 12;

/** Longest side of the overlay at which it is measured. */
const LONGEST = 960;

/** Contrast of each words layer with what it lies on, over its time; none where that is not known. */
export async function measureContrast(
  bundle: Bundle,
  around: Bundle | null,
  landed: Landed | null,
  signal: AbortSignal,
): Promise<ReadonlyMap<string, readonly ContrastAt[]>> {
  const overlay = bundle.document as Overlay;
  const found = new Map<string, readonly ContrastAt[]>();
  const under = around && landed ? new LandedGround(around, landed.matrix, overlay) : null;
  if (!under && !overlay.guide) return found;
  const size = fitted(overlay, LONGEST);
  const canvases = [
    softwareContext(size.width, size.height),
    softwareContext(size.width, size.height),
  ];
  const artist = new Artist();
  try {
    for (const layer of overlay.layers) {
      if (layer.kind !== 'words' || layer.hidden || layer.text.trim() === '') continue;
      const measured: ContrastAt[] = [];
      for (const frame of sampledFrames(overlay, layer)) {
        stopIfAborted(signal);
        const ratio = await contrastAt({ bundle, layer, frame, artist, under, canvases });
        if (ratio !== null) measured.push({ frame, ratio });
      }
      found.set(layer.id, measured);
    }
  } finally {
    artist.close();
    under?.close();
  }
  return found;
}

interface Sample {
  readonly bundle: Bundle;
  readonly layer: WordsLayer;
  readonly frame: number;
  readonly artist: Artist;
  readonly under: LandedGround | null;
  readonly canvases: readonly Context[];
}

async function contrastAt({ bundle, layer, frame, artist, under, canvases }: Sample) {
  const overlay = bundle.document as Overlay;
  const [seen, words] = canvases;
  const { width, height } = seen.canvas;
  const assets = await artist.assets(bundle);
  seen.clearRect(0, 0, width, height);
  if (under) await paintUnder(seen, under, overlay, frame);
  else {
    const guide = overlay.guide && { ...overlay.guide, strength: 1 };
    const scene = guideScene({ ...overlay, guide }, assets);
    if (!scene) return null;
    await artist.paintOver(seen, scene);
  }
  await artist.paintOver(seen, { ...sceneAt(overlay, frame, assets), backdrop: null });
  words.clearRect(0, 0, width, height);
  const plain = { border: null, shadow: null, glow: null, reflection: null, wall: null };
  const alone = layerAlone(updateLayer(overlay, layer.id, plain), layer.id);
  await artist.paintOver(words, sceneAt(alone, frame, assets));
  const pixels = (context: Context) => context.getImageData(0, 0, width, height).data;
  return contrastRound(pixels(words), pixels(seen), width, height);
}

/** Paints what lies under an overlay in a landing on the overlay's own canvas. */
async function paintUnder(context: Context, under: LandedGround, overlay: Overlay, frame: number) {
  const { width, height } = under.landing;
  const shown = context.canvas.width / overlay.width;
  const ground = await under.at(frame);
  context.save();
  context.setTransform(...multiply(scaling(shown, shown), inverse(under.matrix)));
  context.drawImage(ground, 0, 0, width, height);
  context.restore();
}

function sampledFrames(overlay: Overlay, layer: WordsLayer): readonly number[] {
  const timing = timeLayers(overlay).get(layer.id)!;
  const from = Math.max(0, timing.from);
  const to = Math.min(overlay.length, timing.to);
  return evenlySpread(Math.max(0, to - from), SAMPLES).map((frame) => from + frame);
}
