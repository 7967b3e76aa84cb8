import { createLanded, createLanding, type ClipLayer } from '@/core/document';
import { addLayer, cutOutOverlay, matteOverlay, shiftLayer, updateLayer } from '@/core/edit';
import { errorsOf } from '@/core/document/fields';
import { ENTRY_FIELDS } from '@/core/document/types';
import { picturesOf, sceneAt } from '@/core/scene';
import { video } from '../fixtures';
import { assets } from '../nodeAssets';

const clip = video({ id: 'clip', width: 640, height: 361, duration: 2 });
const empty = { ...createLanding({ id: 'l', created: 0 }, 'Landing', clip), layers: [] };
const point = (x: number, y: number) => ({ x, y });
const matte = {
  ...{ id: 'm', keep: 'in' as const, feather: 2 },
  drawn: [{ frame: 30, points: [point(0, 0), point(100, 0), point(100, 50)] }],
};
const small = { width: 320, height: 180.5, mattes: [matte], name: 'Kite' };
const landing = shiftLayer(
  updateLayer(addLayer(empty, createLanded('c', empty, clip)), 'c', small),
  'c',
  12,
);
const layer = landing.layers[0] as ClipLayer;
const cutting = { stack: landing, layer, footage: clip, from: layer.from, to: layer.to };
const stamp = { id: 'o', created: 0 };
const own = { ...assets, footage: () => clip };

describe('a keyed clip by itself', () => {
  it('is an overlay of its footage’s size, for as long as it shows', () => {
    const overlay = cutOutOverlay(stamp, cutting);
    expect(errorsOf(ENTRY_FIELDS.overlay, overlay, { abortEarly: false })).toEqual([]);
    expect([overlay.width, overlay.height, overlay.length]).toEqual([640, 360, 50]);
    expect(overlay.backdrop).toEqual({ kind: 'clear' });
    const [alone] = overlay.layers as readonly ClipLayer[];
    expect([alone.width, alone.height, alone.from, alone.to]).toEqual([640, 361, 0, 50]);
    expect(alone.key).toEqual(layer.key);
    expect(alone.mattes[0].drawn).toEqual([
      { frame: 30, points: [point(0, 0), point(200, 0), point(200, 100)] },
    ]);
  });

  it('keeps to the largest canvas there is where its footage is larger', () => {
    const large = video({ id: 'clip', width: 16_000, height: 9000 });
    const overlay = cutOutOverlay(stamp, { ...cutting, footage: large });
    expect(errorsOf(ENTRY_FIELDS.overlay, overlay, { abortEarly: false })).toEqual([]);
    expect(overlay.width).toBe(7680);
  });

  it('shows the same frames of its footage', () => {
    const overlay = cutOutOverlay(stamp, cutting);
    for (const frame of [0, 7, 49]) {
      const shown = picturesOf(sceneAt(overlay, frame, own).items).map(({ seconds }) => seconds);
      const before = picturesOf(sceneAt(landing, frame + 12, own).items);
      expect(shown).toEqual(before.map(({ seconds }) => seconds));
    }
  });

  it('has its matte as white on black', () => {
    const overlay = matteOverlay(stamp, cutting);
    expect(overlay.backdrop).toEqual({ kind: 'key', colour: '#000000' });
    expect(overlay.layers[0].effects).toMatchObject({ tint: '#ffffff', tintStrength: 1 });
  });
});
