import {
  addMove,
  linkLayers,
  neighbourMove,
  removeMove,
  resizeMove,
  swapMoves,
  turnMove,
} from '@/core/edit';
import { timeLayers } from '@/core/motion/timing';
import { after, alongside, at, band, move, overlay, words } from '../fixtures';

const timeOf = (document: ReturnType<typeof overlay>, layer: string, id: string) =>
  timeLayers(document).get(layer)!.moves.get(id)!;

const chain = () =>
  overlay({
    layers: [
      band({
        moves: [
          move('drop', 'drop', 'arrive', at(4), { length: 12 }),
          move('hop', 'hop', 'stay', after('drop'), { length: 30 }),
          move('throb', 'throb', 'stay', after('hop', 2), { length: 20 }),
        ],
      }),
      words('Wind', { moves: [move('in', 'fade', 'arrive', after('hop'), { length: 6 })] }),
    ],
  });

describe('the chain of moves', () => {
  it('is kept when two change places: each starts where its new neighbour ends', () => {
    const swapped = swapMoves(chain(), 'band', 'hop', 'throb');
    expect(swapped.layers[0].moves.map((entry) => entry.id)).toEqual(['drop', 'throb', 'hop']);
    expect(timeOf(swapped, 'band', 'throb')).toEqual({ start: 16, end: 36 });
    expect(timeOf(swapped, 'band', 'hop')).toEqual({ start: 38, end: 68 });
    // What waited for the first of the two now waits for what took its turn.
    expect(timeOf(swapped, 'words', 'in').start).toBe(36);
    expect(swapMoves(swapped, 'band', 'throb', 'hop')).toEqual(chain());
  });

  it('is pushed along by a move that takes longer', () => {
    const longer = resizeMove(chain(), 'band', 'drop', 22);
    expect(timeOf(longer, 'band', 'hop').start).toBe(26);
    expect(timeOf(longer, 'band', 'throb').start).toBe(58);
    expect(timeOf(longer, 'words', 'in').start).toBe(56);
  });

  it('closes up round a removed move: what waited keeps its time', () => {
    const removed = removeMove(chain(), 'band', 'hop');
    expect(timeOf(removed, 'band', 'throb').start).toBe(48);
    expect(timeOf(removed, 'words', 'in').start).toBe(46);
  });

  it('knows a move’s neighbours within its phase', () => {
    const [layer] = chain().layers;
    expect(neighbourMove(layer, 'hop', 1)).toBe('throb');
    expect(neighbourMove(layer, 'hop', -1)).toBeNull();
    expect(neighbourMove(layer, 'drop', 1)).toBeNull();
  });
});

describe('a new move', () => {
  it('arrives with the layer, leaves with it, and stays in between', () => {
    const plain = overlay({ length: 120, layers: [band()] });
    const arrived = addMove(plain, 'band', 'a', 'fade', 'arrive');
    expect(timeOf(arrived, 'band', 'a')).toEqual({ start: 0, end: 15 });
    const left = addMove(arrived, 'band', 'l', 'fade', 'leave');
    expect(timeOf(left, 'band', 'l')).toEqual({ start: 105, end: 120 });
    const stayed = addMove(left, 'band', 's', 'throb', 'stay');
    expect(timeOf(stayed, 'band', 's')).toEqual({ start: 15, end: 105 });
  });
});

describe('a leave move', () => {
  it('grows towards the front, so that the layer is gone when it was', () => {
    const document = overlay({
      layers: [band({ moves: [move('out', 'fade', 'leave', at(100), { length: 20 })] })],
    });
    expect(timeOf(resizeMove(document, 'band', 'out', 50), 'band', 'out')).toEqual({
      start: 70,
      end: 120,
    });
  });
});

describe('turning a move round', () => {
  it('makes an arrival a departure at the layer’s end, and back', () => {
    const document = overlay({
      length: 120,
      layers: [band({ moves: [move('in', 'slide', 'arrive', at(10), { length: 20 })] })],
    });
    const turned = turnMove(document, 'band', 'in');
    expect(turned.layers[0].moves[0].phase).toBe('leave');
    expect(timeOf(turned, 'band', 'in')).toEqual({ start: 100, end: 120 });
    const [timing] = [...timeLayers(turned).values()];
    expect([timing.from, timing.to]).toEqual([10, 120]);
  });

  it('frees what waited for it, and leaves stay moves alone', () => {
    const turned = turnMove(chain(), 'band', 'drop');
    expect(timeOf(turned, 'band', 'hop').start).toBe(16);
    expect(turnMove(chain(), 'band', 'hop')).toEqual(chain());
  });
});

describe('a link', () => {
  it('is made to the start or the end of the nearest move', () => {
    const toEnd = linkLayers(chain(), 'words', 'band', 45);
    expect(toEnd.layers[1].moves[0].cue).toEqual(after('hop'));
    const toStart = linkLayers(chain(), 'words', 'band', 5);
    expect(toStart.layers[1].moves[0].cue).toEqual(alongside('drop'));
  });

  it('is not made where there is nothing to wait for', () => {
    const document = { ...chain(), layers: [...chain().layers, band({ id: 'bare' })] };
    expect(linkLayers(document, 'words', 'bare', 5)).toBe(document);
    expect(linkLayers(document, 'words', 'words', 5)).toBe(document);
  });
});
