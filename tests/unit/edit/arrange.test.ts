import fc from 'fast-check';
import { type Layer, type Overlay, placeAt } from '@/core/document';
import {
  alignLayers,
  distributeLayers,
  dropLayer,
  duplicateLayers,
  groupLayers,
  groupMatrix,
  moveInStack,
  offsetWithin,
  raiseLayer,
  removeLayers,
  ungroup,
  withAnchor,
} from '@/core/edit';
import { apply, type Quad } from '@/core/scene';
import { placeMatrix } from '@/core/geometry/placeMatrix';
import { after, at, band, move, overlay, words } from '../fixtures';
import { differingPixels, painted } from '../pixels';

const shape = (id: string, x: number, y: number, change: Partial<Layer> = {}) =>
  band({
    id,
    name: id,
    width: 200,
    height: 100,
    place: placeAt(x, y),
    ...(change as object),
  });

const three = () =>
  overlay({ layers: [shape('a', 300, 300), shape('b', 900, 500), shape('c', 1500, 800)] });

const order = (document: Overlay) => document.layers.map((layer) => layer.id);
const find = (document: Overlay, id: string) => document.layers.find((layer) => layer.id === id)!;

/** Where a layer's own origin is seen on the canvas. */
const seenAt = (document: Overlay, id: string) => {
  const layer = find(document, id);
  const { x, y } = apply(groupMatrix(document.layers, layer.group), layer.place);
  return [Math.round(x * 1e6) / 1e6, Math.round(y * 1e6) / 1e6];
};

const turnedGroup = () => {
  const grouped = groupLayers(three(), ['a', 'b'], 'g', { x: 600, y: 400 });
  const layers = grouped.layers.map((layer) =>
    layer.id === 'g' ? { ...layer, place: { ...layer.place, rotation: 30, scale: 2 } } : layer,
  );
  return { ...grouped, layers };
};

describe('groups', () => {
  it('gather layers where the topmost of them was, and change no pixel', () => {
    const grouped = groupLayers(three(), ['a', 'b'], 'g', { x: 600, y: 400 });
    expect(order(grouped)).toEqual(['a', 'b', 'g', 'c']);
    expect(['a', 'b'].map((id) => find(grouped, id).group)).toEqual(['g', 'g']);
    expect(differingPixels(painted(three(), 0), painted(grouped, 0))).toBe(0);
  });

  it('turn and grow as one about their middle', () => {
    const document = turnedGroup();
    const [x, y] = seenAt(document, 'a');
    // From (−300, −100) about the middle, twice as far and a twelfth of a turn on.
    const angle = Math.PI / 6;
    expect(x).toBeCloseTo(600 + 2 * (-300 * Math.cos(angle) + 100 * Math.sin(angle)), 4);
    expect(y).toBeCloseTo(400 + 2 * (-300 * Math.sin(angle) - 100 * Math.cos(angle)), 4);
  });

  it('are opened without any layer being seen to move', () => {
    const document = turnedGroup();
    const opened = ungroup(document, 'g');
    expect(order(opened)).toEqual(['a', 'b', 'c']);
    for (const id of ['a', 'b']) {
      expect(seenAt(opened, id)).toEqual(seenAt(document, id));
      expect(find(opened, id).place.scale).toBeCloseTo(2, 9);
      expect(find(opened, id).place.rotation).toBeCloseTo(30, 9);
    }
  });

  it('are left and entered without being seen to move, by a drop', () => {
    const document = turnedGroup();
    const out = dropLayer(document, 'a', 'c');
    expect(find(out, 'a').group).toBeNull();
    expect(seenAt(out, 'a')).toEqual(seenAt(document, 'a'));
    expect(order(out)).toEqual(['b', 'g', 'c', 'a']);
    const back = dropLayer(out, 'a', 'b');
    expect(find(back, 'a').group).toBe('g');
    expect(seenAt(back, 'a')).toEqual(seenAt(document, 'a'));
  });

  it('cannot be put into themselves', () => {
    const document = groupLayers(turnedGroup(), ['g', 'c'], 'outer', { x: 0, y: 0 });
    expect(moveInStack(document, 'outer', 'g', 0)).toBe(document);
    expect(moveInStack(document, 'g', 'g', 0)).toBe(document);
  });

  it('take all that is in them along when removed or copied', () => {
    const document = turnedGroup();
    expect(order(removeLayers(document, ['g']))).toEqual(['c']);
    let count = 0;
    const { stack: copied, copies } = duplicateLayers(document, ['g'], () => `n${count++}`);
    expect(copied.layers).toHaveLength(7);
    const copy = find(copied, copies[0]);
    expect(copy.name).toBe('Group copy');
    expect(
      copied.layers.filter((layer) => layer.group === copy.id).map(({ name }) => name),
    ).toEqual(['a', 'b']);
  });

  it('turn an offset on the screen into one in their own pixels', () => {
    const document = turnedGroup();
    const inside = offsetWithin(document, find(document, 'a'), 0, 10);
    expect(inside.x).toBeCloseTo(5 * Math.sin(Math.PI / 6), 6);
    expect(inside.y).toBeCloseTo(5 * Math.cos(Math.PI / 6), 6);
  });

  it('keep copied cues among the copies', () => {
    const document = overlay({
      layers: [
        shape('a', 0, 0, { moves: [move('a-in', 'fade', 'arrive', at(3))] }),
        shape('b', 0, 0, { moves: [move('b-in', 'fade', 'arrive', after('a-in'))] }),
      ],
    });
    const grouped = groupLayers(document, ['a', 'b'], 'g', { x: 0, y: 0 });
    let count = 0;
    const { stack: copied } = duplicateLayers(grouped, ['g'], () => `n${count++}`);
    const [first, second] = copied.layers.slice(-3);
    expect(second.moves[0].cue).toMatchObject({ kind: 'after', move: first.moves[0].id });
  });
});

describe('the stack', () => {
  it('goes up and down a step, and stays at its ends', () => {
    expect(order(raiseLayer(three(), 'a', 1))).toEqual(['b', 'a', 'c']);
    expect(order(raiseLayer(three(), 'a', -1))).toEqual(['a', 'b', 'c']);
    expect(order(raiseLayer(three(), 'c', 1))).toEqual(['a', 'b', 'c']);
  });

  it('holds the same layers after any drops, each once', () => {
    const ids = ['a', 'b', 'g', 'c'];
    const drops = fc.array(fc.tuple(fc.constantFrom(...ids), fc.constantFrom(...ids, null)), {
      maxLength: 12,
    });
    fc.assert(
      fc.property(drops, (steps) => {
        const dropped = steps.reduce<Overlay>(
          (document, [id, below]) => (id === below ? document : dropLayer(document, id, below)),
          turnedGroup(),
        );
        expect([...order(dropped)].sort()).toEqual([...ids].sort());
        for (const id of ['a', 'b', 'c']) {
          const [x, y] = seenAt(dropped, id);
          const [wx, wy] = seenAt(turnedGroup(), id);
          // A group dropped elsewhere takes its layers along unmoved, for its own place is kept too.
          expect(Math.hypot(x - wx, y - wy)).toBeLessThan(1e-3);
        }
      }),
    );
  });
});

const quadOf = (layer: Layer): Quad => {
  const map = placeMatrix(layer.place);
  const corners = [
    { x: -100, y: -50 },
    { x: 100, y: -50 },
    { x: 100, y: 50 },
    { x: -100, y: 50 },
  ];
  return corners.map((corner) => apply(map, corner)) as unknown as Quad;
};
const quads = (document: Overlay) =>
  new Map(document.layers.map((layer) => [layer.id, quadOf(layer)]));

describe('aligning', () => {
  it('puts one layer against the canvas, several against each other', () => {
    const document = three();
    const alone = alignLayers(document, ['a'], quads(document), 'right');
    expect(find(alone, 'a').place.x).toBe(1820);
    const all = alignLayers(document, ['a', 'b', 'c'], quads(document), 'bottom');
    expect(all.layers.map((layer) => layer.place.y)).toEqual([800, 800, 800]);
    const middle = alignLayers(document, ['a', 'c'], quads(document), 'centre');
    expect(middle.layers.map((layer) => layer.place.x)).toEqual([900, 900, 900]);
  });

  it('spaces three evenly and leaves the outer two', () => {
    const document = three();
    const moved = {
      ...document,
      layers: [document.layers[0], shape('b', 620, 500), document.layers[2]],
    };
    const even = distributeLayers(moved, ['a', 'b', 'c'], quads(moved), 'across');
    expect(even.layers.map((layer) => layer.place.x)).toEqual([300, 900, 1500]);
    expect(distributeLayers(moved, ['a', 'b'], quads(moved), 'across')).toBe(moved);
  });

  it('moves all keyframes of a place along', () => {
    const document = three();
    const keyed = {
      ...document.layers[0],
      keyframes: {
        x: [
          { frame: 0, value: 300, easing: 'linear' as const },
          { frame: 30, value: 500, easing: 'linear' as const },
        ],
      },
    };
    const aligned = alignLayers({ ...document, layers: [keyed] }, ['a'], quads(document), 'left');
    expect(aligned.layers[0].keyframes.x.map((key) => key.value)).toEqual([100, 300]);
  });
});

describe('the anchor', () => {
  it('moves without the layer being seen to move', () => {
    const layer = {
      ...words('Wind'),
      place: { ...placeAt(700, 400), scale: 1.5, rotation: 40, stretch: 0.7 },
    };
    const before = overlay({ layers: [layer] });
    const anchored = overlay({ layers: [withAnchor(layer, 80, -30)] });
    expect(anchored.layers[0].place).toMatchObject({ anchorX: 80, anchorY: -30 });
    expect(differingPixels(painted(before, 0), painted(anchored, 0))).toBe(0);
  });
});
