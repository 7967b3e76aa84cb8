import { createCanvas } from '@napi-rs/canvas';
import {
  createNested,
  WHOLE_CLIP,
  type Fill,
  type Footage,
  type Layer,
  type Overlay,
} from '@/core/document';
import { sceneAt } from '@/core/scene';
import { nodeContext, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import { band, overlay, video } from '../fixtures';
import { assets } from '../nodeAssets';

const WIDTH = 192;
const HEIGHT = 108;
/** Samples a pixel in each direction. */
const FINE = 8;

const clip: Footage = video();
const blue = createCanvas(clip.width, clip.height);
blue.getContext('2d').fillRect(0, 0, clip.width, clip.height);
const tools = nodeTools(() => blue as unknown as CanvasImageSource);

/** Alpha of every pixel of the first frame, row by row. */
function alphas(document: Overlay, scale: number): readonly number[] {
  const context = nodeContext(WIDTH * scale, HEIGHT * scale);
  const footage = (id: string) => (id === clip.id ? clip : undefined);
  const inside = (id: string) => (id === INNER.id ? INNER : undefined);
  const scene = sceneAt(document, 0, { ...assets, footage, overlay: inside });
  paintScene(context, scene, tools, { x: 0.1 * scale, y: 0.1 * scale });
  const { data } = context.getImageData(0, 0, WIDTH * scale, HEIGHT * scale);
  return Array.from({ length: data.length / 4 }, (_, i) => data[i * 4 + 3]);
}

/** What each pixel is covered by, from samples: no smoothing of the painter's own counts in it. */
function sampled(document: Overlay): readonly number[] {
  const fine = alphas(document, FINE);
  return Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const [left, top] = [(i % WIDTH) * FINE, Math.floor(i / WIDTH) * FINE];
    let sum = 0;
    for (let y = top; y < top + FINE; y++) {
      for (let x = left; x < left + FINE; x++) sum += fine[y * WIDTH * FINE + x];
    }
    return sum / FINE ** 2;
  });
}

const ellipse = (change: Partial<Extract<Layer, { kind: 'shape' }>>) =>
  overlay({ layers: [{ ...band(change), shape: 'ellipse', height: 700 } as Layer] });

const gradient: Fill = {
  kind: 'gradient',
  gradient: {
    kind: 'linear',
    angle: 30,
    stops: [
      { at: 0, colour: '#e9a23b', opacity: 1 },
      { at: 1, colour: '#4b2e73', opacity: 1 },
    ],
  },
  opacity: 1,
};

const seen: Fill = {
  kind: 'footage',
  footage: clip.id,
  fit: 'cover',
  pinned: false,
  time: WHOLE_CLIP,
  opacity: 1,
};

/** An overlay that is wholly covered, laid into another one askew. */
const INNER = overlay({
  id: 'inner',
  layers: [band({ width: 3000, height: 3000 })],
});
const turned = overlay({
  layers: [
    {
      ...createNested('nested', overlay(), INNER),
      place: { ...band().place, rotation: 7, scale: 0.6 },
    },
  ],
});

/** The canvas's own smoothing of a plain colour is off by 10 to 16 of 255 on such edges; none would be by 64. */
const MEAN_OFF = 20;
const SHADES = 40;

describe('edges are as soft as what covers them', () => {
  it.each([
    ['a colour', ellipse({})],
    ['a gradient', ellipse({ fill: gradient })],
    ['a picture', ellipse({ fill: seen })],
    [
      'a border inside',
      ellipse({
        fill: { kind: 'colour', colour: '#ffffff', opacity: 0 },
        border: { colour: '#4b2e73', width: 90, side: 'inside' },
      }),
    ],
    ['a turned overlay in an overlay', turned],
  ])('of %s', (_name, document) => {
    const painted = alphas(document, 1);
    const truth = sampled(document);
    const edge = truth.flatMap((alpha, i) => (alpha > 8 && alpha < 247 ? [i] : []));
    expect(edge.length).toBeGreaterThan(100);
    const off = edge.map((i) => Math.abs(painted[i] - truth[i]));
    expect(off.reduce((sum, one) => sum + one, 0) / off.length).toBeLessThan(MEAN_OFF);
    expect(new Set(edge.map((i) => painted[i])).size).toBeGreaterThan(SHADES);
  });
});
