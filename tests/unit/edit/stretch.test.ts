import fc from 'fast-check';
import {
  artworkLength,
  changeLength,
  setChannel,
  addKeyframe,
  withFollowingLength,
} from '@/core/edit';
import { commonStay, shortestStretch, stretchStay } from '@/core/motion/stay';
import { timeLayers } from '@/core/motion/timing';
import { after, alongside, at, band, move, overlay, words } from '../fixtures';

/** Arrives by frame 35, leaves from frame 80 on; a throb fills what is between. */
const staged = () =>
  overlay({
    length: 120,
    layers: [
      band({
        moves: [
          move('in', 'slide', 'arrive', at(5), { length: 20 }),
          move('throb', 'throb', 'stay', after('in'), { length: 55 }),
          move('out', 'fade', 'leave', at(80), { length: 20 }),
        ],
      }),
      words('Wind', {
        moves: [
          move('w-in', 'fade', 'arrive', after('in'), { length: 10 }),
          move('w-out', 'fade', 'leave', alongside('out', 5), { length: 10 }),
        ],
      }),
    ],
  });

const timeOf = (document: ReturnType<typeof overlay>, layer: string, id: string) =>
  timeLayers(document).get(layer)!.moves.get(id)!;

describe('stretching the stay', () => {
  it('finds the span in which nothing arrives or leaves', () => {
    expect(commonStay(staged())).toEqual({ start: 35, end: 80 });
    expect(shortestStretch(staged())).toBe(76);
  });

  it('keeps arrive and leave as they are, and stretches what stays', () => {
    const longer = stretchStay(staged(), 300);
    expect(longer.length).toBe(300);
    expect(timeOf(longer, 'band', 'in')).toEqual({ start: 5, end: 25 });
    expect(timeOf(longer, 'words', 'w-in')).toEqual({ start: 25, end: 35 });
    expect(timeOf(longer, 'band', 'out')).toEqual({ start: 260, end: 280 });
    expect(timeOf(longer, 'words', 'w-out')).toEqual({ start: 265, end: 275 });
    expect(timeOf(longer, 'band', 'throb')).toEqual({ start: 25, end: 260 });
  });

  it('takes a length that is too short as the shortest', () => {
    expect(stretchStay(staged(), 3).length).toBe(76);
  });

  it('moves keyframes in the stay along with it, and none before it', () => {
    const document = staged();
    const keyed = [10, 35, 80, 100].reduce(
      (layer, frame) => setChannel(addKeyframe(layer, 'x', frame), 'x', frame, frame),
      document.layers[0],
    );
    const longer = stretchStay({ ...document, layers: [keyed, document.layers[1]] }, 165);
    expect(longer.layers[0].keyframes.x.map((key) => key.frame)).toEqual([10, 35, 125, 145]);
  });

  it('leaves an overlay without a stay as it is', () => {
    const busy = overlay({
      length: 20,
      layers: [
        band({
          moves: [
            move('in', 'fade', 'arrive', at(0), { length: 10 }),
            move('out', 'fade', 'leave', at(10), { length: 10 }),
          ],
        }),
      ],
    });
    expect(commonStay(busy)).toBeNull();
    expect(stretchStay(busy, 200)).toBe(busy);
  });

  it('keeps every arrival and departure the same whatever the length, and comes back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 76, max: 4000 }), (length) => {
        const stretched = stretchStay(staged(), length);
        const more = length - 120;
        for (const [layer, id] of [
          ['band', 'in'],
          ['words', 'w-in'],
        ] as const) {
          expect(timeOf(stretched, layer, id)).toEqual(timeOf(staged(), layer, id));
        }
        for (const [layer, id] of [
          ['band', 'out'],
          ['words', 'w-out'],
        ] as const) {
          const { start, end } = timeOf(staged(), layer, id);
          expect(timeOf(stretched, layer, id)).toEqual({ start: start + more, end: end + more });
        }
        expect(stretchStay(stretched, 120)).toEqual(staged());
      }),
    );
  });
});

describe('an overlay’s length', () => {
  it('is as long as the artwork where that is asked for', () => {
    const document = { ...staged(), lengthFollows: true };
    expect(artworkLength(document)).toBe(100);
    expect(withFollowingLength(document).length).toBe(100);
    expect(withFollowingLength({ ...document, lengthFollows: false }).length).toBe(120);
  });

  it('does not count what is hidden, and is a frame at least', () => {
    const { layers } = staged();
    const hidden = layers.map((layer) => ({ ...layer, hidden: true }));
    expect(artworkLength({ ...staged(), layers: hidden })).toBe(1);
  });

  it('set by hand takes along what lasted to the end', () => {
    const document = overlay({ length: 120, layers: [band(), words('Wind', { to: 60 })] });
    const longer = changeLength(document, 150);
    expect(longer.layers.map((layer) => layer.to)).toEqual([150, 60]);
  });
});
