import { readFileSync } from 'node:fs';
import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { svgStill } from '@/core/formats/files/svgStill';
import { sceneAt } from '@/core/scene';
import { NEUTRAL } from '@/core/document/layers';
import type { Layer, Overlay } from '@/core/document';
import { compareFrames, summarise } from '@/core/matte/compare';
import { GOLDEN, SHADOWED } from '../../golden/documents';
import { band, overlay } from '../fixtures';
import { assets } from '../nodeAssets';
import { painted } from '../pixels';

beforeAll(() => initWasm(readFileSync(require.resolve('@resvg/resvg-wasm/index_bg.wasm'))));

const whole = ({ width, height }: Overlay) => ({ left: 0, top: 0, right: width, bottom: height });

/** PSNR over grey, dB, between a frame as SVG, drawn by another program, and as it is painted. */
function psnrOf(document: Overlay, frame: number): number {
  const scene = sceneAt(document, frame, assets);
  const drawn = new Resvg(svgStill(scene, whole(document), document)).render();
  const { data } = painted(document, frame, 1);
  expect([drawn.width, drawn.height]).toEqual([document.width, document.height]);
  return summarise([compareFrames(data, straight(drawn.pixels))]).psnr ?? Infinity;
}

/** Resvg's pixels are premultiplied. */
function straight(pixels: Uint8Array): Uint8ClampedArray {
  const out = new Uint8ClampedArray(pixels);
  for (let k = 0; k < out.length; k += 4) {
    const alpha = out[k + 3];
    if (alpha > 0) for (let c = 0; c < 3; c++) out[k + c] = (pixels[k + c] * 255) / alpha;
  }
  return out;
}

const small = (...layers: readonly Layer[]) => overlay({ width: 640, height: 360, layers });
const placed = { ...band().place, x: 320, y: 180 };
const box = (change: object) => ({ ...band(), place: placed, from: 0, ...change }) as Layer;
const rainbow = {
  kind: 'gradient',
  opacity: 1,
  gradient: {
    kind: 'linear',
    angle: 30,
    stops: [
      { at: 0, colour: '#e9a23b', opacity: 1 },
      { at: 1, colour: '#4b2e73', opacity: 0.3 },
    ],
  },
};
const SIDES = { left: 40, top: 10, right: 0, bottom: 25 };

describe('an SVG still', () => {
  it.each([...GOLDEN, SHADOWED].map((document) => [document.name, document] as const))(
    'of “%s” looks as it is painted',
    (_name, document) => {
      expect(psnrOf(document, 9)).toBeGreaterThan(35);
    },
  );

  it.each([
    ['a gradient', { fill: rainbow }],
    ['a border inside', { border: { colour: '#b3432b', width: 12, side: 'inside' } }],
    ['a border half and half', { border: { colour: '#b3432b', width: 12, side: 'centre' } }],
    [
      'a shadow under half of its opacity',
      {
        opacity: 0.5,
        shadow: { colour: '#000000', opacity: 0.8, dx: 12, dy: 8, blur: 20 },
      },
    ],
    ['a glow', { glow: { colour: '#e9a23b', opacity: 0.9, blur: 24 } }],
    [
      'a feathered crop',
      { edges: { crop: { left: 0.1, top: 0, right: 0.2, bottom: 0 }, feather: SIDES, radius: 8 } },
    ],
    ['blur', { effects: { ...NEUTRAL, blur: 6 } }],
    ['a turn and a blend', { place: { ...placed, rotation: 20 }, blend: 'multiply' }],
    ['a wall', { wall: { colour: '#231c35', opacity: 0.8 } }],
    ['a reflection', { reflection: { gap: 6, length: 60, opacity: 0.5 } }],
  ])('of a band with %s looks as it is painted', (_what, change) => {
    const under = box({ id: 'under', place: { ...placed, y: 120 } });
    expect(psnrOf(small(under, box(change)), 5)).toBeGreaterThan(33);
  });

  it('shows only its part when it is cropped, at any size', () => {
    const document = small(box({}));
    const scene = sceneAt(document, 5, assets);
    const part = { left: 300, top: 170, right: 340, bottom: 190 };
    const drawn = new Resvg(svgStill(scene, part, { width: 400, height: 200 })).render();
    expect([drawn.width, drawn.height]).toEqual([400, 200]);
    expect(drawn.pixels.every((value, i) => i % 4 !== 3 || value === 255)).toBe(true);
  });

  it('is refused for what SVG cannot hold, in words', () => {
    const refused = (change: object) => {
      const document = small(box(change));
      return () => svgStill(sceneAt(document, 5, assets), whole(document), document);
    };
    expect(refused({ blend: 'add' })).toThrow(/SVG cannot hold the blend “add”.*PNG/);
    expect(refused({ effects: { ...NEUTRAL, contrast: 2 } })).toThrow(/changed colours/);
  });
});
