import { type Layer, type Move, type Overlay, type Phase, placeAt } from '@/core/document';
import { addMove, updateMove } from '@/core/edit';
import { moveToKeyframes } from '@/core/edit/bake';
import { layerBox } from '@/core/scene';
import { band, overlay, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { painted, type Painted } from '../pixels';

const layer = (): Layer =>
  band({
    width: 500,
    height: 200,
    place: { ...placeAt(900, 500), rotation: 10, anchorX: 30, anchorY: 10 },
    // Upside down would look the same without it.
    fill: {
      kind: 'gradient',
      opacity: 1,
      gradient: {
        kind: 'linear',
        angle: 60,
        stops: [
          { at: 0, colour: '#ff0000', opacity: 1 },
          { at: 1, colour: '#0000ff', opacity: 1 },
        ],
      },
    },
  });

const withMove = (kind: string, phase: Phase, change: Partial<Move> = {}) =>
  updateMove(
    addMove(overlay({ length: 90, layers: [layer()] }), 'band', 'm', kind, phase),
    'band',
    'm',
    {
      length: 30,
      ...change,
    },
  );

/** Mean difference of the channels, in levels. */
function meanOff(a: Painted, b: Painted): number {
  let sum = 0;
  for (let i = 0; i < a.data.length; i++) sum += Math.abs(a.data[i] - b.data[i]);
  return sum / a.data.length;
}

describe('turning a move into keyframes', () => {
  it.each([
    ['slide', 'arrive'],
    ['grow', 'leave'],
    ['drop', 'arrive'],
    ['hop', 'stay'],
    ['spin', 'stay'],
    ['sway', 'stay'],
    ['throb', 'stay'],
    ['fade', 'arrive'],
    ['spin in', 'arrive'],
    ['follow a path', 'arrive'],
  ] as const)('draws the same at every frame: %s, %s', (kind, phase) => {
    const before = withMove(kind, phase);
    const box = layerBox(before, before.layers[0], assets)!;
    const after = moveToKeyframes(before, 'band', 'm', box);
    expect(after.layers[0].moves).toEqual([]);
    expect(Object.keys(after.layers[0].keyframes).length).toBeGreaterThan(0);
    const offs: number[] = [];
    for (let frame = 0; frame < 90; frame += 4) {
      offs.push(meanOff(painted(before, frame, 0.1), painted(after, frame, 0.1)));
    }
    expect(Math.max(...offs)).toBeLessThan(0.35);
  });

  it.each([
    [true, false],
    [false, true],
    [true, true],
  ])('draws the same of a mirrored layer: across %s, down %s', (flipX, flipY) => {
    const mirrored = (document: Overlay): Overlay => ({
      ...document,
      layers: document.layers.map((entry) => ({
        ...entry,
        place: { ...entry.place, flipX, flipY },
      })),
    });
    const before = mirrored(withMove('spin', 'stay'));
    const box = layerBox(before, before.layers[0], assets)!;
    const after = moveToKeyframes(before, 'band', 'm', box);
    for (const frame of [0, 10, 20, 44, 60]) {
      expect(meanOff(painted(before, frame, 0.1), painted(after, frame, 0.1))).toBeLessThan(0.35);
    }
  });

  it('refuses a turn of what is stretched, which leans on its way', () => {
    const before = withMove('spin', 'stay');
    const [entry] = before.layers;
    const stretched = { ...before, layers: [{ ...entry, place: { ...entry.place, stretch: 2 } }] };
    const box = layerBox(stretched, stretched.layers[0], assets)!;
    expect(() => moveToKeyframes(stretched, 'band', 'm', box)).toThrow(/leans/);
  });

  it('keeps what is there until a move that takes it away at once', () => {
    const before = withMove('type on', 'leave', {
      cue: { kind: 'at', frame: 40 },
      stagger: { over: 'whole', order: 'forward', gap: 0, seed: 1 },
    });
    const after = moveToKeyframes(before, 'band', 'm', layerBox(before, before.layers[0], assets)!);
    expect(meanOff(painted(before, 20, 0.1), painted(after, 20, 0.1))).toBe(0);
    expect(after.layers[0].keyframes.opacity?.map(({ value }) => value)).toEqual([1, 0]);
  });

  it('uses few keyframes where the way is straight', () => {
    const before = withMove('slide', 'arrive', { easing: 'linear' });
    const after = moveToKeyframes(before, 'band', 'm', layerBox(before, before.layers[0], assets)!);
    const counts = Object.values(after.layers[0].keyframes).map((keys) => keys.length);
    expect(Math.max(...counts)).toBe(2);
  });

  it('refuses moves over letters, and those by a mask or blur', () => {
    const box = { left: 0, top: 0, right: 1, bottom: 1 };
    for (const kind of ['wipe', 'iris', 'blur in']) {
      expect(() => moveToKeyframes(withMove(kind, 'arrive'), 'band', 'm', box)).toThrow(
        /letter by letter/,
      );
    }
    const typed = addMove(overlay({ layers: [words('Wind')] }), 'words', 'm', 'type on', 'arrive');
    expect(() => moveToKeyframes(typed, 'words', 'm', box)).toThrow(/letter by letter/);
  });
});
