import { configureStore } from '@reduxjs/toolkit';
import equal from 'fast-deep-equal';
import fc from 'fast-check';
import {
  createFootageLayer,
  createGroup,
  createInk,
  createNested,
  createShape,
  createWords,
  readEntry,
  type Layer,
  type LayerKind,
  type Overlay,
  type Stroke,
} from '@/core/document';
import { addLayer, changeRate, shiftLayer, splitInTime, updateLayer } from '@/core/edit';
import {
  hardenedLayer,
  partsOf,
  plainLayer,
  propertiesOf,
  withParts,
} from '@/core/document/layerParts';
import type { AnyProperty } from '@/core/document/properties';
import { LAYER_KINDS } from '@/core/layerKinds';
import { timeLayers } from '@/core/motion/timing';
import { layerAlone, sceneAt, type SceneAssets } from '@/core/scene';
import { splitAlong } from '@/core/edit/splitLetters';
import { FONTS } from '@/core/fonts';
import { documentAdded, documentChanged, kitReducer, undone } from '@/store/kit';
import { valuesOf } from '../arbitraries';
import { overlay, video } from '../fixtures';
import { assets as fonts } from '../nodeAssets';

const RUNS = 7;
const base = overlay({ length: 100 });

const inner = overlay({
  id: 'inner',
  width: 300,
  height: 200,
  layers: [createWords('inner-words', base, 'In')],
});
const assets: SceneAssets = {
  ...fonts,
  footage: () => video(),
  overlay: (id) => (id === 'inner' ? inner : undefined),
};

const stroke = (id: string, x: number): Stroke => ({
  id,
  brush: 'pen',
  colour: '#ffffff',
  size: 8,
  opacity: 1,
  smoothing: 0,
  fill: null,
  sensed: false,
  pause: 0,
  points: [x, 0, 0.5, 0, 0, x + 40, 30, 0.5, 0, 50],
});

const drawn = createInk('layer', base, 'first');
const LAYERS: Readonly<Record<LayerKind, Layer>> = {
  words: createWords('layer', base, 'Kite'),
  shape: createShape('layer', base, 'rectangle'),
  picture: createFootageLayer('layer', base, video({ type: 'still', duration: 0, rate: null })),
  clip: createFootageLayer('layer', base, video()),
  group: createGroup('layer', base, { x: 400, y: 300 }),
  overlay: createNested('layer', base, inner),
  ink: {
    ...drawn,
    drawings: [0, 1, 2].map((i) => ({
      id: `drawing-${i}`,
      hold: 1,
      strokes: [stroke(`stroke-${i}`, i * 50)],
    })),
  } as Layer,
};

const ALL = LAYER_KINDS.flatMap((kind) =>
  propertiesOf(kind).map((property): [string, LayerKind, AnyProperty] => [
    `${property.name} of ${kind}`,
    kind,
    property,
  ]),
);

/** Values a layer can have without other layers or fonts that are not there. */
function arbitraryOf({ name, schema }: AnyProperty): fc.Arbitrary<unknown> {
  if (name === 'font') return fc.constantFrom(...FONTS.map(({ id }) => id));
  if (name === 'trace') return fc.constant(null);
  return valuesOf(schema);
}

/** A layer of a kind with one property set. */
const layerWith = (kind: LayerKind, name: string, value: unknown): Layer =>
  ({ ...LAYERS[kind], [name]: value }) as Layer;

const documentOf = (layer: Layer): Overlay => addLayer(base, layer);
const valueIn = (layer: Layer, name: string) => (layer as unknown as Record<string, unknown>)[name];
const counting = () => {
  let count = 0;
  return () => `new-${count++}`;
};

const forAll = (property: AnyProperty, kind: LayerKind, holds: (layer: Layer) => void) =>
  fc.assert(
    fc.property(arbitraryOf(property), (value) => holds(layerWith(kind, property.name, value))),
    { numRuns: RUNS },
  );

const shownAt = (document: Overlay, frame: number): unknown =>
  JSON.parse(JSON.stringify(sceneAt(document, frame, assets).items));

/** Seconds are sums of fractions, which depend on the order of adding in their last digits. */
const nearly = (a: unknown, b: unknown): boolean | undefined =>
  typeof a === 'number' && typeof b === 'number'
    ? Object.is(a, b) || Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a))
    : undefined;
(expect as unknown as { addEqualityTesters(all: readonly unknown[]): void }).addEqualityTesters([
  nearly,
]);

/** Cues of arbitrary moves wait for moves that are not there. */
const canBeTimed = (document: Overlay): boolean => {
  try {
    timeLayers(document);
    return true;
  } catch {
    return false;
  }
};

describe('every property of every kind of layer', () => {
  it('is declared once a kind', () => {
    for (const kind of LAYER_KINDS) {
      const names = propertiesOf(kind).map(({ name }) => name);
      expect(new Set(names).size).toBe(names.length);
      expect(Object.keys(LAYERS[kind]).sort()).toEqual([...names, 'kind'].sort());
    }
  });

  it.each(ALL)('%s: what is saved is read again', (_what, kind, property) => {
    // A kind of shape has numbers of its own.
    if (property.name === 'shape' || property.name === 'params') return;
    forAll(property, kind, (layer) => {
      const document = documentOf(layer);
      if (!canBeTimed(document)) return;
      const read = readEntry(JSON.parse(JSON.stringify(document)));
      expect(read).toEqual({ document, told: [], leftOut: [] });
    });
  });

  it.each(ALL)('%s: a rate there and back changes nothing', (_what, kind, property) => {
    forAll(property, kind, (layer) => {
      const doubled = changeRate(documentOf(layer), { num: 60, den: 1 });
      expect(changeRate(doubled, base.rate).layers).toEqual([layer]);
      const later = valueIn(doubled.layers[0], property.name);
      if (!property.retimed) expect(later).toBe(valueIn(layer, property.name));
    });
  });

  it.each(ALL)('%s: moves in time just as it is declared', (_what, kind, property) => {
    // Where a move waits for one of its own layer, it stays with that one.
    if (property.name === 'moves' || property.name === 'id' || property.name === 'group') return;
    forAll(property, kind, (layer) => {
      const before = valueIn(layer, property.name);
      const after = valueIn(shiftLayer(documentOf(layer), 'layer', 7).layers[0], property.name);
      const map = { at: (f: number) => f + 7, during: (f: number) => f, waiting: (f: number) => f };
      expect(after).toEqual(property.retimed ? property.retimed(before, map) : before);
      if (!property.retimed) expect(after).toBe(before);
    });
  });

  it.each(ALL)('%s: is copied with its own part alone', (_what, kind, property) => {
    const plain = LAYERS[kind];
    forAll(property, kind, (layer) => {
      const given = withParts(plain, partsOf(layer, property.part));
      expect(valueIn(given, property.name)).toBe(valueIn(layer, property.name));
      const others = (['content', 'look', 'edges', 'place', 'time'] as const).filter(
        (part) => part !== property.part,
      );
      expect(withParts(plain, partsOf(layer, ...others))).toEqual(plain);
    });
  });

  it.each(ALL)('%s: can be undone', (_what, kind, property) => {
    forAll(property, kind, (layer) => {
      const store = configureStore({
        reducer: kitReducer,
        middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
      });
      const document = documentOf(LAYERS[kind]);
      store.dispatch(documentAdded(document));
      store.dispatch(documentChanged({ document: documentOf(layer), gesture: null }));
      store.dispatch(undone(document.id));
      expect(store.getState().documents[document.id].present).toBe(document);
    });
  });

  const running = ALL.filter(([, , { name }]) => !['id', 'moves'].includes(name));
  it.each(running)('%s: goes on after a cut in time', (_what, kind, property) => {
    forAll(property, kind, (layer) => {
      const document = documentOf(layer);
      const { from, to } = timeLayers(document).get('layer')!;
      const cut = from + 11;
      if (cut >= to || stretches(layer)) return;
      const split = splitInTime(document, 'layer', cut, counting());
      for (const frame of [from + 3, cut - 1, cut, cut + 1, cut + 30]) {
        if (frame >= to) continue;
        expect(shownAt(split, frame)).toEqual(shownAt(document, frame));
      }
    });
  });

  const stretches = (layer: Layer) => layer.kind === 'overlay' && layer.after === 'stretch';

  const cuttable = ALL.filter(
    ([, kind, { name }]) =>
      (kind === 'words' || kind === 'shape') && !['id', 'moves', 'piece', 'group'].includes(name),
  );
  it.each(cuttable)('%s: both halves rest as the whole', (_what, kind, property) => {
    forAll(property, kind, (layer) => {
      if (layer.kind === 'words' && layer.text.trim() === '') return;
      const document = documentOf(layer);
      const split = splitAlong(document, 'layer', { x: 0, y: 0, angle: 90 }, assets, counting());
      const whole = sceneAt(document, 20, assets).items;
      expect(itemsWithin(sceneAt(split, 20, assets).items)).toEqual(whole);
    });
  });

  it.each(cuttable)('%s: what only one half has is not shared', (_what, kind, property) => {
    const document = documentOf(LAYERS[kind]);
    const split = splitAlong(document, 'layer', { x: 0, y: 0, angle: 90 }, assets, counting());
    forAll(property, kind, (layer) => {
      if (equal(layer, LAYERS[kind])) return;
      const changed = { [property.name]: valueIn(layer, property.name) };
      const own = updateLayer(split, split.layers[0].id, changed);
      const halves = own.layers.slice(0, 2).map(({ id }) => itemsOf(layerAlone(own, id)));
      const both = itemsOf(own);
      const whole = itemsOf(split);
      // Halves that still look alike are one; else each is drawn as if it were alone.
      if (equal(both, whole)) expect(halves).toEqual(aloneOf(split));
      else expect(both).toEqual(halves.flat());
    });
  });

  const itemsOf = (document: Overlay) => itemsWithin(sceneAt(document, 20, assets).items);
  const aloneOf = (split: Overlay) =>
    split.layers.slice(0, 2).map(({ id }) => itemsOf(layerAlone(split, id)));

  /** What lies in the group that halves are gathered in. */
  const itemsWithin = (items: ReturnType<typeof sceneAt>['items']) =>
    items.flatMap((item) =>
      item.kind === 'group' && item.masks.length === 0 ? item.items : [item],
    );

  it.each(ALL.filter(([, , property]) => 'plain' in property))(
    '%s: changes nothing of a layer as it came',
    (_what, kind, property) => {
      forAll(property, kind, (layer) => {
        expect(plainLayer(layer)).toEqual(plainLayer(LAYERS[kind]));
      });
    },
  );

  it.each(ALL.filter(([, , { hardened }]) => hardened))(
    '%s: once hardened, stays as it is',
    (_what, kind, property) => {
      forAll(property, kind, (layer) => {
        const hard = hardenedLayer(layer);
        expect(hardenedLayer(hard)).toBe(hard);
      });
    },
  );
});
