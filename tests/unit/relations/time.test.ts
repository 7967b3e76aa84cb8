import fc from 'fast-check';
import { type ClipLayer, type InkLayer, type Layer, type Overlay } from '@/core/document';
import { changeRate, setChannel, shiftLayer, splitInTime, trimLayer } from '@/core/edit';
import { commonStay, stretchStay } from '@/core/motion/stay';
import { moveToKeyframes } from '@/core/edit/bake';
import { MoonError } from '@/core/errors';
import { timeLayers } from '@/core/motion/timing';
import { layerBox } from '@/core/scene';
import { RATES } from '@/core/time';
import {
  assets,
  documents,
  empty,
  kindsFor,
  layers,
  layersOf,
  MOVES,
  movesOf,
  number,
  plainly,
} from './documents';
import { holds } from './holds';
import { expectSame, FRAMES, painted } from './pictures';

let made = 0;
const newId = () => `new-${made++}`;
const frames = fc.constantFrom(...FRAMES);
const single = (layer: Layer): Overlay => ({ ...empty, layers: [layer] });

/** Keyframes of a few channels. */
const driven = layers.chain((layer) =>
  fc.tuple(number(0, 1), number(20, 140), number(-90, 90)).map(([opacity, x, rotation]): Layer => {
    const at = (name: string, first: number, last: number) => ({
      [name]: [
        { frame: 4, value: first, easing: 'linear' as const },
        { frame: 30, value: last, easing: 'ease in out' as const },
      ],
    });
    return {
      ...layer,
      keyframes: {
        ...at('opacity', 1, opacity),
        ...at('x', 40, x),
        ...at('rotation', 0, rotation),
      },
    } as Layer;
  }),
);

/** What has no time of its own that a later start would have to know of, but the layer's own. */
const any = fc.oneof(layers, driven);

describe('time', () => {
  it('shifted shows the same later', () => {
    holds(documents(any), frames, fc.integer({ min: -20, max: 20 }), (document, frame, by) => {
      const shifted = document.layers.reduce((next, { id }) => shiftLayer(next, id, by), document);
      expectSame(painted(document, frame), painted(shifted, frame + by), 1);
    });
  });

  it('shifted there and back is as it was', () => {
    holds(documents(any), fc.integer({ min: -20, max: 20 }), (document, by) => {
      const { id } = document.layers[0];
      expect(shiftLayer(shiftLayer(document, id, by), id, -by)).toEqual(document);
    });
  });

  it('cut in two at any frame shows the same', () => {
    holds(any.map(plainly), frames, fc.integer({ min: 1, max: 38 }), (layer, frame, at) => {
      const document = single(layer);
      expectSame(
        painted(document, frame),
        painted(splitInTime(document, 'layer', at, newId), frame),
        1,
      );
    });
  });

  it('trimmed at its front or end shows less of the same', () => {
    holds(
      any,
      frames,
      fc.integer({ min: 0, max: 20 }),
      fc.integer({ min: 0, max: 20 }),
      (layer, frame, front, end) => {
        const document = single(layer);
        const trimmed = trimLayer(trimLayer(document, 'layer', 'from', front), 'layer', 'to', -end);
        const { from, to } = timeLayers(trimmed).get('layer')!;
        const wanted =
          frame >= from && frame < to ? painted(document, frame) : painted(empty, frame);
        expectSame(painted(trimmed, frame), wanted, 1);
      },
    );
  });

  it('trimmed and shifted in any order comes to the same', () => {
    holds(
      any,
      frames,
      fc.integer({ min: 0, max: 12 }),
      fc.integer({ min: -8, max: 8 }),
      (layer, frame, front, by) => {
        const trim = (stack: Overlay) => trimLayer(stack, 'layer', 'from', front);
        const shift = (stack: Overlay) => shiftLayer(stack, 'layer', by);
        const document = single(layer);
        expectSame(painted(shift(trim(document)), frame), painted(trim(shift(document)), frame), 1);
      },
    );
  });

  it('at a rate that is a whole number of times the first shows the same at the same seconds, and so back', () => {
    holds(documents(any), frames, fc.constantFrom(2, 4), (document, frame, times) => {
      const faster = changeRate(document, { num: 30 * times, den: 1 });
      expectSame(painted(document, frame), painted(faster, frame * times), 2, 0.1);
      expectSame(
        painted(document, frame),
        painted(changeRate(faster, document.rate), frame),
        2,
        0.1,
      );
    });
  });

  it.each(RATES)('at $label a second lasts as long, within half a frame', ({ rate }) => {
    holds(documents(any), (document) => {
      const there = changeRate(document, rate);
      const off = (frame: number, at: number) => Math.abs((frame * rate.den) / rate.num - at / 30);
      const half = (0.5 * rate.den) / rate.num + 1e-9;
      expect(off(there.length, document.length)).toBeLessThanOrEqual(Math.max(half, 0));
      there.layers.forEach(({ from, to }, i) => {
        expect(off(from, document.layers[i].from)).toBeLessThanOrEqual(half);
        expect(off(to, document.layers[i].to)).toBeLessThanOrEqual(half);
      });
    });
  });

  it('with its stay stretched comes and goes as before', () => {
    holds(layersOf('shape').map(plainly), fc.integer({ min: 41, max: 90 }), (layer, length) => {
      const plain = {
        ...layer,
        from: 0,
        to: 40,
        boil: null,
        ghost: null,
        fill: { kind: 'colour', colour: '#fff000', opacity: 1 },
      } as Layer;
      const document = single(plain);
      const stay = commonStay(document)!;
      const longer = stretchStay(document, length);
      expectSame(painted(document, stay.start), painted(longer, stay.start));
      expectSame(painted(document, 39), painted(longer, length - 1));
    });
  });

  it('of drawings, fills and clips that run is theirs also where the layer is cut twice', () => {
    const running = fc.oneof(
      layersOf('ink') as fc.Arbitrary<InkLayer>,
      layersOf('clip') as fc.Arbitrary<ClipLayer>,
    );
    holds(
      running,
      frames,
      fc.integer({ min: 1, max: 18 }),
      fc.integer({ min: 20, max: 38 }),
      (layer, frame, first, second) => {
        const document = single(plainly(layer));
        const halves = splitInTime(document, 'layer', first, newId);
        const last = halves.layers.at(-1)!;
        const { from, to } = timeLayers(halves).get(last.id)!;
        fc.pre(second > from && second < to);
        expectSame(
          painted(document, frame),
          painted(splitInTime(halves, last.id, second, newId), frame),
          1,
        );
      },
    );
  });
});

describe.each(MOVES.map(({ kind, phase }) => ({ name: `${kind.kind}, ${phase}`, kind, phase })))(
  'the move $name',
  ({ kind, phase }) => {
    const moving = fc.constantFrom(...kindsFor(kind)).chain((of) =>
      fc.tuple(layersOf(of), movesOf(kind, phase)).map(([layer, move]) => {
        // Moves say when the layer comes and goes.
        const whole = { ...layer, from: 0, to: 40 };
        return { still: whole, moved: { ...whole, moves: [move] } as Layer };
      }),
    );

    it('changes nothing of a layer at rest', () => {
      holds(moving, ({ still, moved }) => {
        const { start, end } = timeLayers(single(moved)).get('layer')!.moves.get(`move-${phase}`)!;
        // On the first frame of leaving nothing has moved yet, unless it goes at once.
        const leaves = kind.stepwise ? start - 1 : start;
        const rests = phase === 'arrive' ? end : phase === 'leave' ? leaves : start - 1;
        // What leads from one state to another has the first one from the beginning.
        if (kind.swaps || rests < 0 || rests >= 40) return;
        // What runs by the layer's own time begins with its first move.
        const { from } = timeLayers(single(moved)).get('layer')!;
        const alike = single({ ...still, from });
        expectSame(painted(single(moved), rests), painted(alike, rests), 1);
        if (kind.returns && end < 40) {
          expectSame(painted(single(moved), end), painted(alike, end), 1);
        }
      });
    });

    it('is the same at every frame as the keyframes it can be turned into', () => {
      holds(moving, frames, ({ still, moved }, frame) => {
        const document = single({
          ...moved,
          moves: moved.moves.map((move) => ({
            ...move,
            stagger: { ...move.stagger, over: 'whole' },
          })),
        } as Layer);
        let keyed: Overlay;
        try {
          keyed = moveToKeyframes(
            document,
            'layer',
            `move-${phase}`,
            layerBox(document, still, assets),
          );
        } catch (error) {
          expect((error as MoonError).code).toBe('not-found');
          return;
        }
        // Without the move, the layer's span is its own again.
        const { from, to } = timeLayers(document).get('layer')!;
        const span = (stack: Overlay) =>
          ({ ...stack, layers: stack.layers.map((layer) => ({ ...layer, from, to })) }) as Overlay;
        fc.pre(frame >= from && frame < to);
        expectSame(painted(document, frame), painted(span(keyed), frame), 255, 2);
      });
    });
  },
);

describe('keyframes', () => {
  it('set at a frame are there, whatever else is set', () => {
    holds(driven, fc.integer({ min: 0, max: 40 }), number(20, 140), (layer, frame, value) => {
      const set = setChannel(layer, 'x', value, frame);
      expect(set.keyframes.x.find((key) => key.frame === frame)?.value).toBe(value);
      expect(set.keyframes.opacity).toEqual(layer.keyframes.opacity);
    });
  });
});
