import { type Overlay, placeAt, type WordsLayer } from '@/core/document';
import { addMove, updateMove } from '@/core/edit';
import { largestInscribed } from '@/core/edit/inscribed';
import { letterTarget } from '@/core/edit/letterTarget';
import { overlay, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { painted } from '../pixels';

const box = (left: number, top: number, right: number, bottom: number) => [
  { x: left, y: top },
  { x: right, y: top },
  { x: right, y: bottom },
  { x: left, y: bottom },
];

describe('the largest rectangle inside an outline', () => {
  it('fills a box of the same aspect, and fits in one of another', () => {
    const same = largestInscribed([box(10, 20, 170, 110)], 16 / 9)!;
    expect(same.halfHeight).toBeCloseTo(45, 0);
    expect(same.centre.x).toBeCloseTo(90, 0);
    expect(same.centre.y).toBeCloseTo(65, 0);
    const tall = largestInscribed([box(0, 0, 100, 1000)], 2)!;
    expect(tall.halfHeight).toBeCloseTo(25, 0);
  });

  it('keeps out of holes', () => {
    const hole = box(30, 10, 70, 90).reverse();
    const inside = largestInscribed([box(0, 0, 100, 100), hole], 1)!;
    expect(inside.halfHeight).toBeCloseTo(15, 0);
    expect(Math.abs(inside.centre.x - 50)).toBeGreaterThanOrEqual(34);
  });

  it('is nothing where there is no inside', () => {
    expect(largestInscribed([], 1)).toBeNull();
    expect(largestInscribed([box(0, 0, 0, 50)], 1)).toBeNull();
  });
});

/** Zooms by the target found for a letter, over the second half of the overlay. */
function zoomed(layer: WordsLayer, letter: number | null): { document: Overlay; letter: number } {
  const base = overlay({ width: 960, height: 540, length: 60, layers: [layer] });
  const found = letterTarget(base, layer, letter, assets);
  const added = addMove(base, layer.id, 'zoom', 'zoom', 'stay');
  const document = updateMove(added, layer.id, 'zoom', {
    length: 30,
    cue: { kind: 'at', frame: 20 },
    params: {
      ...added.layers[0].moves[0].params,
      size: found.size,
      x: found.target.x,
      y: found.target.y,
    },
  });
  return { document, letter: found.letter };
}

describe('zooming through a letter', () => {
  it.each([
    ['the letter that is asked for', 'WINDY HILL', 1, 1],
    ['a letter with a hole', 'DOB', 1, 1],
    ['the roomiest one, when none is asked for', 'WiI', null, null],
    ['turned and stretched words', 'KITE', 2, 2],
  ])('ends wholly inside %s', (name, text, asked, expected) => {
    const layer = words(text, {
      font: 'alfa-slab-one',
      size: 120,
      fill: { kind: 'colour', colour: '#b3432b', opacity: 1 },
      place: {
        ...placeAt(500, 250),
        scale: 1.2,
        rotation: name.startsWith('turned') ? 12 : 0,
        stretch: name.startsWith('turned') ? 1.3 : 1,
      },
    });
    const { document, letter } = zoomed(layer, asked);
    if (expected !== null) expect(letter).toBe(expected);
    const end = painted(document, 55, 0.5);
    const colours = new Set(new Uint32Array(end.data.buffer));
    expect(colours).toEqual(new Set(new Uint32Array(new Uint8Array([179, 67, 43, 255]).buffer)));
    // Not before its time: at the start there is much beside the words.
    expect(painted(document, 10, 0.5).at(2, 2)[3]).toBe(0);
  });

  it('says so when no letter has an inside', () => {
    const layer = words('. .', { size: 0.001 });
    expect(() => letterTarget(overlay(), { ...layer, text: ' ' }, null, assets)).toThrow(
      /no letter here with an inside/,
    );
  });
});
