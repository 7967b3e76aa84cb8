import fc from 'fast-check';
import {
  createGroup,
  createNested,
  placeAt,
  readDocument,
  type ClipLayer,
  type FootageLayer,
  type Layer,
  type Overlay,
  type ShapeLayer,
  type WordsLayer,
} from '@/core/document';
import {
  addLayer,
  changeSize,
  cutOutOverlay,
  duplicateLayers,
  edited,
  groupLayers,
  ungroup,
  updateLayer,
} from '@/core/edit';
import { movedLayer } from '@/core/edit/canvas';
import { CHANNELS } from '@/core/motion/channels';
import { sceneAt } from '@/core/scene';
import { SHAPE_KINDS } from '@/core/shapes';
import { splitWords } from '@/core/edit/splitLetters';
import { countUnits } from '@/core/text/units';
import { FramePainter } from '@/paint/framePainter';
import { nodeContext } from '@/paint/nodeTools';
import { band } from '../fixtures';
import {
  assets,
  CANVAS,
  clip,
  documents,
  empty,
  layers,
  layersOf,
  number,
  plainly,
} from './documents';
import { holds } from './holds';
import { apart, expectSame, FRAMES, moved, painted, tools } from './pictures';

/** What is only rounded differently on the way: two canvases in the place of one. */
const ROUNDED = 3;

/** Single pixels of an edge, where a map is rounded differently. */
const EDGE = 255;

let made = 0;
const newId = () => `new-${made++}`;

const single = (layer: Layer): Overlay => ({ ...empty, layers: [layer] });
const plainDocuments = documents(layers.map(plainly));
const frames = fc.constantFrom(...FRAMES);

/** Without blurs, which mix what lies at the edge of a canvas with what that canvas does not have. */
const sharp = (layer: Layer): Layer =>
  ({
    ...layer,
    ...{ shadow: null, glow: null, effects: { ...layer.effects, blur: 0 } },
    ...('mattes' in layer ? { mattes: [] } : {}),
    ...('softOutline' in layer ? { softOutline: 0 } : {}),
  }) as Layer;

describe('the same pictures', () => {
  it('of layers in a group, about whatever point', () => {
    holds(plainDocuments, frames, fc.nat(160), fc.nat(90), (document, frame, x, y) => {
      const ids = document.layers.map(({ id }) => id);
      const grouped = groupLayers(document, ids, 'group', { x, y });
      expectSame(painted(document, frame), painted(grouped, frame), ROUNDED);
      expectSame(painted(document, frame), painted(ungroup(grouped, 'group'), frame), ROUNDED);
    });
  });

  it('of a layer in groups that are placed anyhow, once it is taken out of them', () => {
    holds(
      layers.map(plainly),
      frames,
      number(-180, 180),
      number(0.4, 2),
      (layer, frame, rotation, scale) => {
        const group = { ...createGroup('group', empty, { x: 70, y: 50 }) };
        const turned = { ...group, place: { ...group.place, rotation, scale } };
        const within: Overlay = { ...empty, layers: [{ ...layer, group: 'group' }, turned] };
        // A shadow falls as it falls, whatever is turned; a wall goes as far as what it lies in.
        fc.pre(!('wall' in layer) || layer.wall === null);
        const plain = updateLayer(within, 'layer', { shadow: null });
        expectSame(painted(plain, frame), painted(ungroup(plain, 'group'), frame), EDGE, 1);
      },
    );
  });

  it('of a document nested in another one', () => {
    holds(documents(), frames, (document, frame) => {
      const own = { ...document, id: 'nested' };
      const outer = addLayer(empty, { ...createNested('n', empty, own), to: 60 });
      const library = {
        ...assets,
        overlay: (id: string) => (id === 'nested' ? own : assets.overlay(id)),
      };
      expectSame(painted(document, frame), painted(outer, frame, library), ROUNDED);
    });
  });

  it('of words split into letters, words or lines', () => {
    holds(
      layersOf('words') as fc.Arbitrary<WordsLayer>,
      frames,
      fc.constantFrom('letters' as const, 'words' as const, 'lines' as const),
      (layer, frame, over) => {
        const document = single({ ...layer, counter: null, boil: null });
        fc.pre(countUnits(layer.text, over) > 1);
        const split = splitWords(document, 'layer', over, assets, newId);
        expectSame(painted(document, frame), painted(split, frame), ROUNDED);
      },
    );
  });

  it('of layers copied to another document', () => {
    holds(documents(), frames, (document, frame) => {
      const { stack, copies } = duplicateLayers(
        document,
        document.layers.map(({ id }) => id),
        newId,
      );
      const copied = {
        ...empty,
        id: 'other',
        layers: copies.map((id) => stack.layers.find((entry) => entry.id === id)!),
      };
      expectSame(painted(document, frame), painted(copied, frame));
    });
  });

  it('of a document that was kept and read', () => {
    holds(documents(), frames, (document, frame) => {
      const kept = edited(document, (entry) => ({ ...entry, name: 'Kept' })).entry;
      const read = readDocument(JSON.parse(JSON.stringify(kept))) as Overlay;
      expectSame(painted(document, frame), painted(read, frame));
    });
  });

  it('of what is cut out, laid back where it was', () => {
    const footage = fc
      .constantFrom('clip' as const, 'picture' as const)
      .chain(layersOf) as fc.Arbitrary<FootageLayer>;
    holds(footage, frames, (layer, frame) => {
      const whole = {
        ...layer,
        ...{
          place: placeAt(80, 45),
          width: 64,
          height: 36,
          from: 0,
          to: 40,
          footage: 'clip',
          fit: 'fill' as const,
        },
        ...{
          edges: {
            ...layer.edges,
            radius: 0,
            crop: { left: 0, top: 0, right: 0, bottom: 0 },
            feather: { left: 0, top: 0, right: 0, bottom: 0 },
          },
        },
        ...{
          fade: null,
          ghost: null,
          reflection: null,
          shadow: null,
          glow: null,
          border: null,
          opacity: 1,
          blend: 'normal' as const,
        },
        effects: { ...layer.effects, blur: 0 },
      } as ClipLayer;
      const document = single(whole);
      const cut = cutOutOverlay(
        { id: 'cut', created: 0 },
        { stack: document, layer: whole, footage: clip, from: 0, to: 40 },
      );
      const back = addLayer(empty, {
        ...createNested('n', empty, cut),
        to: 40,
        place: placeAt(80, 45),
      });
      const library = { ...assets, overlay: () => cut };
      expectSame(painted(document, frame), painted(back, frame, library), ROUNDED);
    });
  });

  it('of frames that are painted one after the other, in any order', () => {
    holds(documents(), fc.array(frames, { minLength: 2, maxLength: 5 }), (document, order) => {
      const painter = new FramePainter(tools);
      for (const frame of order) {
        const context = nodeContext(CANVAS.width, CANVAS.height);
        painter.paint(context, sceneAt(document, frame, assets), { x: 1, y: 1 });
        const { data } = context.getImageData(0, 0, CANVAS.width, CANVAS.height);
        expectSame(painted(document, frame), { ...CANVAS, data });
      }
      painter.close();
    });
  });

  it('of a part of the canvas as of the whole', () => {
    holds(
      documents(layers.map(sharp)),
      frames,
      fc.nat(60),
      fc.nat(30),
      (document, frame, left, top) => {
        const part = painted(document, frame, assets, { x: 1, y: 1, origin: { x: left, y: top } });
        const whole = moved(painted(document, frame), (x, y) => [x + left, y + top]);
        const inside = { ...part, data: part.data.slice() };
        // Beyond the canvas's edge something may be shown that the whole picture has no room for.
        for (let y = 0; y < CANVAS.height; y++) {
          for (let x = 0; x < CANVAS.width; x++) {
            if (x + left >= CANVAS.width || y + top >= CANVAS.height)
              inside.data.fill(0, (y * CANVAS.width + x) * 4, (y * CANVAS.width + x) * 4 + 4);
          }
        }
        expectSame(inside, whole, EDGE, 1);
      },
    );
  });

  it('of a number that is driven by keyframes which do not change it', () => {
    holds(layers, frames, fc.constantFrom(...CHANNELS), (layer, frame, channel) => {
      const value = channel.read(layer);
      fc.pre(value !== null);
      const keys = [3, 20].map((at) => ({ frame: at, value: value!, easing: 'linear' as const }));
      const driven = { ...layer, keyframes: { [channel.name]: keys } };
      expectSame(painted(single(layer), frame), painted(single(driven), frame));
    });
  });

  it('of a layer that is turned by whole turns, and of one mirrored both ways or turned by a half', () => {
    holds(layers, frames, fc.constantFrom(-720, -360, 360, 1080), (layer, frame, turn) => {
      const { place } = layer;
      const turned = { ...layer, place: { ...place, rotation: place.rotation + turn } };
      expectSame(painted(single(layer), frame), painted(single(turned), frame), EDGE, 0.1);
      const flipped = {
        ...layer,
        place: {
          ...place,
          flipX: !place.flipX,
          flipY: !place.flipY,
          rotation: place.rotation + 180,
        },
      };
      expectSame(painted(single(layer), frame), painted(single(flipped), frame), EDGE, 0.1);
    });
  });

  it('of an opacity of a layer and of a group round it', () => {
    holds(layers.map(plainly), frames, number(0.1, 1), (layer, frame, opacity) => {
      const own = single({ ...layer, opacity: layer.opacity * opacity });
      const around = groupLayers(single(layer), ['layer'], 'group', { x: 80, y: 45 });
      const grouped = updateLayer(around, 'group', { opacity });
      // A wall's opacity and what is over it are laid in one by one.
      fc.pre(!('wall' in layer) || layer.wall === null);
      expectSame(painted(own, frame), painted(grouped, frame), ROUNDED + 1, 0.5);
    });
  });
});

describe('moved pictures', () => {
  const shifts = fc.tuple(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -30, max: 30 }));

  it('of a document that is shifted', () => {
    holds(documents(), frames, shifts, (document, frame, [dx, dy]) => {
      fc.pre(document.layers.every((layer) => !pinned(layer)));
      const shifted = {
        ...document,
        layers: document.layers.map((layer) => movedLayer(layer, dx, dy)),
      };
      const wanted = moved(painted(document, frame), (x, y) => [x - dx, y - dy]);
      const there = moved(painted(shifted, frame), (x, y) =>
        x - dx < 0 || y - dy < 0 || x - dx >= 160 || y - dy >= 90 ? [-1, -1] : [x, y],
      );
      expectSame(there, wanted, EDGE, 1);
    });
  });

  it('of a canvas that becomes larger or smaller about its middle', () => {
    holds(documents(), frames, fc.integer({ min: -20, max: 20 }), (document, frame, by) => {
      fc.pre(document.layers.every((layer) => !pinned(layer)));
      const larger = changeSize(document, CANVAS.width + 2 * by, CANVAS.height + 2 * by);
      const picture = painted(larger, frame);
      const margin = Math.abs(by);
      const around = (x: number, y: number) =>
        x < margin || y < margin || x >= 160 - margin || y >= 90 - margin;
      const found = new Uint8ClampedArray(160 * 90 * 4);
      for (let y = 0; y < 90; y++) {
        for (let x = 0; x < 160; x++) {
          if (around(x, y)) continue;
          const at = ((y + by) * picture.width + x + by) * 4;
          found.set(picture.data.subarray(at, at + 4), (y * 160 + x) * 4);
        }
      }
      const wanted = moved(painted(document, frame), (x, y) => (around(x, y) ? [-1, -1] : [x, y]));
      expectSame({ width: 160, height: 90, data: found }, wanted, EDGE, 1);
    });
  });

  /** Filled with what stays where it is on the canvas, or with a wall as large as that. */
  const pinned = (layer: Layer): boolean =>
    ('fill' in layer && layer.fill.kind === 'footage' && layer.fill.pinned) ||
    ('wall' in layer && layer.wall !== null) ||
    (layer.kind === 'words' &&
      layer.letters.some(({ fill }) => fill?.kind === 'footage' && fill.pinned));

  it('of a document that is mirrored, with what casts shadows the other way', () => {
    holds(documents(), frames, (document, frame) => {
      fc.pre(document.layers.every((layer) => !pinned(layer)));
      const mirrored = {
        ...document,
        layers: document.layers.map((layer): Layer => ({
          ...layer,
          shadow: layer.shadow && { ...layer.shadow, dx: -layer.shadow.dx },
          place: {
            ...layer.place,
            x: CANVAS.width - layer.place.x,
            rotation: -layer.place.rotation,
            flipX: !layer.place.flipX,
          },
        })),
      };
      const wanted = moved(painted(document, frame), (x, y) => [CANVAS.width - 1 - x, y]);
      // Edges are smoothed by samples that do not lie alike to both sides.
      const found = apart(painted(mirrored, frame), wanted);
      expect(found.mean).toBeLessThan(1.5);
    });
  });

  it.each(SHAPE_KINDS.filter(({ points }) => !points))(
    'of half a $shape at twice the scale',
    (kind) => {
      holds(layersOf('shape') as fc.Arbitrary<ShapeLayer>, (any) => {
        const params = Object.fromEntries(
          kind.params
            .filter(({ unit }) => unit !== 'px')
            .map(({ name, initial }) => [name, initial]),
        );
        const pixels = kind.params.filter(({ unit }) => unit === 'px');
        const at = (scale: number): Overlay => {
          const half = Object.fromEntries(
            pixels.map(({ name, initial }) => [name, Math.min(initial, 20) / scale]),
          );
          const layer = band({
            shape: kind.shape,
            params: { ...params, ...half },
            width: any.width / scale,
            height: any.height / scale,
            points: [],
          });
          return single({
            ...layer,
            id: 'layer',
            to: 60,
            place: { ...placeAt(80, 45), scale, rotation: any.place.rotation },
          });
        };
        expectSame(painted(at(1), 5), painted(at(2), 5), 4, 0.05);
      });
    },
  );
});
