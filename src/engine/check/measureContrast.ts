import { contrastRound, type ContrastAt, type Landed } from '@/core/check';
import {
  updateLayer,
  type Bundle,
  type Landing,
  type Overlay,
  type WordsLayer,
} from '@/core/document';
import { timeLayers } from '@/core/motion/timing';
import { inverse, layerAlone, multiply, sceneAt, scaling } from '@/core/scene';
import { guideScene } from '@/core/scene/guideScene';
import { convertLength } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';
import { stopIfAborted } from '../progress';

type Context = OffscreenCanvasRenderingContext2D;

/** Frames at which the contrast of each words layer is measured, spread over its time. */
const SAMPLES = 12;

/** Longest side at which it is measured, of the overlay and of the landing. */
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
  const under = around && landed ? new LandingUnder(around, landed, overlay) : null;
  if (!under && !overlay.guide) return found;
  const size = scaledSize(overlay);
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
  readonly under: LandingUnder | null;
  readonly canvases: readonly Context[];
}

async function contrastAt({ bundle, layer, frame, artist, under, canvases }: Sample) {
  const overlay = bundle.document as Overlay;
  const [seen, words] = canvases;
  const { width, height } = seen.canvas;
  const assets = await artist.assets(bundle);
  seen.clearRect(0, 0, width, height);
  if (under) await under.paint(seen, frame);
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

/** What lies under an overlay in a landing, seen on the overlay's own canvas. */
class LandingUnder {
  private readonly artist = new Artist();
  private readonly canvas: Context;
  private readonly bundle: Bundle;
  private readonly from: number;

  constructor(
    around: Bundle,
    private readonly landed: Landed,
    private readonly overlay: Overlay,
  ) {
    const landing = around.document as Landing;
    const own = landing.layers.findIndex(
      (layer) => layer.kind === 'overlay' && layer.overlay === overlay.id && !layer.hidden,
    );
    this.from = landing.layers[own].from;
    // What lies over it there is not what it is read against.
    const layers = landing.layers.map((layer, i) => (i < own ? layer : { ...layer, hidden: true }));
    this.bundle = { ...around, document: { ...landing, layers } };
    const { width, height } = scaledSize(landing);
    this.canvas = softwareContext(width, height);
  }

  async paint(context: Context, frame: number): Promise<void> {
    const { canvas, landed, overlay, bundle } = this;
    const { width, height, rate, length } = bundle.document;
    const there = this.from + convertLength(frame, overlay.rate, rate);
    canvas.clearRect(0, 0, canvas.canvas.width, canvas.canvas.height);
    await this.artist.paintFrame(canvas, bundle, Math.min(length - 1, Math.max(0, there)));
    const shown = context.canvas.width / overlay.width;
    context.save();
    context.setTransform(...multiply(scaling(shown, shown), inverse(landed.matrix)));
    context.drawImage(canvas.canvas, 0, 0, width, height);
    context.restore();
  }

  close(): void {
    this.artist.close();
  }
}

function sampledFrames(overlay: Overlay, layer: WordsLayer): readonly number[] {
  const timing = timeLayers(overlay).get(layer.id)!;
  const from = Math.max(0, timing.from);
  const to = Math.min(overlay.length, timing.to);
  const count = Math.min(SAMPLES, Math.max(0, to - from));
  return Array.from({ length: count }, (_, i) =>
    Math.floor(from + ((i + 0.5) * (to - from)) / count),
  );
}

const scaledSize = ({ width, height }: { readonly width: number; readonly height: number }) => {
  const scale = Math.min(1, LONGEST / Math.max(width, height));
  return {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
};
