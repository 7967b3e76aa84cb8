import {
  addMove,
  changeRate,
  changeSize,
  duplicateLayers,
  removeLayers,
  removeMove,
  restack,
  shiftLayer,
  trimLayer,
} from '@/core/edit';
import { timeLayers } from '@/core/motion/timing';
import { after, alongside, at, band, move, overlay, words } from '../fixtures';

const chain = () =>
  overlay({
    layers: [
      band({
        moves: [move('in', 'slide', 'arrive', at(10)), move('out', 'fade', 'leave', at(80))],
      }),
      words('Wind', {
        moves: [
          move('w-in', 'fade', 'arrive', after('in', 5)),
          move('w-out', 'fade', 'leave', alongside('out', -2)),
        ],
      }),
    ],
  });

const startOf = (document: ReturnType<typeof overlay>, layer: string, id: string) =>
  timeLayers(document).get(layer)!.moves.get(id)!.start;

describe('editing time', () => {
  it('moves a layer with all its moves, and what waits for it follows', () => {
    const shifted = shiftLayer(chain(), 'band', 7);
    expect(startOf(shifted, 'band', 'in')).toBe(17);
    expect(startOf(shifted, 'band', 'out')).toBe(87);
    expect(startOf(shifted, 'words', 'w-in')).toBe(32);
  });

  it('moves a layer that waits by changing its gaps, and leaves the other alone', () => {
    const shifted = shiftLayer(chain(), 'words', -3);
    expect(startOf(shifted, 'words', 'w-in')).toBe(22);
    expect(startOf(shifted, 'words', 'w-out')).toBe(75);
    expect(startOf(shifted, 'band', 'in')).toBe(10);
  });

  it('trims one end only', () => {
    const trimmed = timeLayers(trimLayer(chain(), 'band', 'to', 6)).get('band')!;
    expect(trimmed).toMatchObject({ from: 10, to: 96 });
    expect(
      timeLayers(trimLayer(overlay({ layers: [band()] }), 'band', 'from', 9)).get('band'),
    ).toMatchObject({ from: 9, to: 120 });
  });

  it('keeps the time of what waited for a move or layer that goes', () => {
    for (const document of [removeMove(chain(), 'band', 'in'), removeLayers(chain(), ['band'])]) {
      const waiting = document.layers.find((layer) => layer.id === 'words')!;
      expect(waiting.moves[0].cue).toEqual({ kind: 'at', frame: 25 });
    }
  });

  it('leaves a layer on show as long as before when its arrival is removed', () => {
    expect(timeLayers(removeMove(chain(), 'band', 'in')).get('band')).toMatchObject({
      from: 10,
      to: 90,
    });
  });

  it('adds moves where a person expects them', () => {
    const document = overlay({ layers: [band({ from: 12 })], length: 120 });
    const arriving = addMove(document, 'band', 'in', 'fade', 'arrive');
    const leaving = addMove(arriving, 'band', 'out', 'fade', 'leave');
    const staying = addMove(leaving, 'band', 'stay', 'throb', 'stay');
    expect(startOf(staying, 'band', 'in')).toBe(12);
    expect(startOf(staying, 'band', 'out')).toBe(105);
    expect(startOf(staying, 'band', 'stay')).toBe(27);
  });

  it('re-times everything to another rate, so that it lasts as many seconds', () => {
    const slower = changeRate(chain(), { num: 15, den: 1 });
    expect(slower.length).toBe(60);
    expect(startOf(slower, 'band', 'out')).toBe(40);
    expect(slower.layers[0].moves[0].length).toBe(5);
  });
});

describe('editing the stack', () => {
  it('copies a layer with cues among its own moves pointing to the copies', () => {
    const document = overlay({
      layers: [
        band({
          moves: [move('a', 'fade', 'arrive', at(0)), move('b', 'hop', 'stay', after('a'))],
        }),
      ],
    });
    let count = 0;
    const copied = duplicateLayers(document, ['band'], () => `new${count++}`);
    const [, copy] = copied.stack.layers;
    expect(copied.copies).toEqual([copy.id]);
    expect(copy.moves[1].cue).toMatchObject({ move: copy.moves[0].id });
    expect(copy.moves[0].id).not.toBe('a');
  });

  it('moves entries up and down and stops at the ends', () => {
    const stack = [{ id: 'a' }, { id: 'b' }, { id: 'c' }];
    expect(restack(stack, 'a', 1).map(({ id }) => id)).toEqual(['b', 'a', 'c']);
    expect(restack(stack, 'a', -1)).toBe(stack);
    expect(restack(stack, 'c', 1)).toBe(stack);
  });

  it('keeps artwork the same distance from the middle on a new canvas', () => {
    const [layer] = changeSize(overlay({ layers: [band()] }), 1080, 1920).layers;
    expect(layer.place).toMatchObject({ x: 540, y: 960 });
  });
});
