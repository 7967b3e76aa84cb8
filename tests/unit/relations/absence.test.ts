import fc from 'fast-check';
import { BLENDS, placeAt, solid, type Layer, type Overlay } from '@/core/document';
import { addLayer, removeLayers } from '@/core/edit';
import { layerBox } from '@/core/scene';
import { band } from '../fixtures';
import { assets, documents, DRAWN_KINDS, empty, layers, layersOf, stacks } from './documents';
import { holds } from './holds';
import { expectSame, FRAMES, painted } from './pictures';

/** What is only rounded differently on the way: two canvases in the place of one. */
const ROUNDED = 3;

const single = (layer: Layer): Overlay => ({ ...empty, layers: [layer] });
const frames = fc.constantFrom(...FRAMES);

describe('what is not there', () => {
  it('is the same hidden, left out, without opacity, and before and after its time', () => {
    holds(documents(), layers, frames, (document, layer, frame) => {
      const without = painted(document, frame);
      const absent: readonly Partial<Layer>[] = [
        { hidden: true },
        { opacity: 0 },
        { from: 50, to: 60 },
        { from: -20, to: -1 },
        { place: { ...layer.place, scale: 0 } },
      ];
      for (const patch of absent) {
        if ('place' in patch && 'wall' in layer && layer.wall) continue;
        const there = addLayer(document, { ...layer, ...patch, id: 'absent' } as Layer);
        expectSame(painted(there, frame), without);
      }
      const added = addLayer(document, { ...layer, id: 'gone' });
      expectSame(painted(removeLayers(added, ['gone']), frame), without);
    });
  });

  it.each(BLENDS)('changes nothing laid in by %s', (blend) => {
    holds(documents(), frames, (document, frame) => {
      const clear = band({ id: 'clear', to: 60, blend, fill: solid('#40c080', 0) });
      expectSame(painted(document, frame), painted(addLayer(document, clear), frame), 1);
    });
  });

  it('is what lies in a mask that is empty, or outside one that is full', () => {
    holds(
      documents(),
      layers,
      frames,
      fc.constantFrom('alpha' as const, 'luma' as const),
      (document, layer, frame, by) => {
        const full = band({
          id: 'mask',
          width: 900,
          height: 900,
          to: 60,
          place: placeAt(80, 45),
          fill: solid('#ffffff'),
        });
        const masked = (inverted: boolean, mask: Layer) =>
          painted(
            {
              ...document,
              layers: [
                ...document.layers,
                { ...layer, id: 'masked', mask: { layer: 'mask', by, inverted } },
                mask,
              ],
            },
            frame,
          );
        const without = painted(document, frame);
        const within = painted(
          { ...document, layers: [...document.layers, { ...layer, id: 'masked' }] },
          frame,
        );
        const never = { ...full, from: 50, to: 51 };
        expectSame(masked(true, full), without, 1);
        expectSame(masked(false, never), without, 1);
        expectSame(masked(false, full), within, ROUNDED);
        expectSame(masked(true, never), within, ROUNDED);
      },
    );
  });
});

describe('the order of layers', () => {
  it('does not matter where they do not touch', () => {
    const tiny = (id: string, x: number) =>
      layers.map(
        (layer): Layer =>
          ({
            ...layer,
            ...{
              id,
              place: { ...layer.place, x, y: 45, scale: 0.3, stretch: 1, anchorX: 0, anchorY: 0 },
            },
            ...{
              shadow: null,
              glow: null,
              reflection: null,
              effects: { ...layer.effects, blur: 0 },
            },
            ...('wall' in layer ? { wall: null, border: null } : {}),
          }) as Layer,
      );
    holds(tiny('left', 30), tiny('right', 130), frames, (left, right, frame) => {
      const boxes = [left, right].map((layer) => layerBox(single(layer), layer, assets));
      fc.pre(boxes.every((box) => box.right - box.left < 200 && box.bottom - box.top < 200));
      expectSame(
        painted({ ...empty, layers: [left, right] }, frame),
        painted({ ...empty, layers: [right, left] }, frame),
        1,
      );
    });
  });
});

describe('arbitrary layers', () => {
  it.each(DRAWN_KINDS)('of the kind %s mostly show something', (kind) => {
    const shown = fc
      .sample(stacks(layersOf(kind), 1), { numRuns: 30, seed: 7 })
      .filter((list) => painted({ ...empty, layers: list }, 21).data.some((value) => value > 0));
    expect(shown.length).toBeGreaterThan(20);
  });
});
