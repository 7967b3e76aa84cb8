import { copiedLayer, withLookOf, withMovesOf, withPlaceOf } from '@/core/edit';
import { timeLayers } from '@/core/motion/timing';
import { after, alongside, at, band, move, overlay, words } from '../fixtures';

const ids = () => {
  let count = 0;
  return () => `new-${count++}`;
};

const source = band({
  id: 'source',
  from: 0,
  to: 100,
  place: { ...band().place, x: 200 },
  moves: [
    move('in', 'fade', 'arrive', after('first', 5)),
    move('turn', 'spin', 'stay', after('in', 2)),
    move('out', 'fade', 'leave', at(90)),
  ],
  keyframes: { opacity: [{ frame: 30, value: 0.5, easing: 'linear' }] },
});
const document = overlay({
  layers: [
    band({ id: 'other', moves: [move('first', 'fade', 'arrive', at(10))] }),
    source,
    words('Wind', {
      id: 'target',
      from: 40,
      to: 220,
      moves: [move('old', 'fade', 'leave', at(9))],
    }),
    band({ id: 'follower', moves: [move('late', 'fade', 'arrive', alongside('old', 1))] }),
  ],
});

describe('settings of one layer given to another', () => {
  const copied = copiedLayer(document, 'source')!;

  it('are copied with the times they take, apart from what they waited for', () => {
    expect(copied.moves.map(({ cue }) => cue)).toEqual([at(25), after('in', 2), at(90)]);
    expect([copied.from, copied.to]).toEqual([25, 100]);
  });

  it('keep their distance to the layer’s start, and what leaves to its end', () => {
    const before = timeLayers(document);
    const { from, to } = before.get('target')!;
    const next = withMovesOf(document, 'target', copied, ids());
    const [, , target, follower] = next.layers;
    expect(target.moves.map(({ id, cue }) => [id, cue])).toEqual([
      ['new-0', at(from)],
      ['new-1', after('new-0', 2)],
      ['new-2', at(to - 10)],
    ]);
    expect(target.keyframes.opacity).toEqual([{ frame: from + 5, value: 0.5, easing: 'linear' }]);
    // What waited for a move that is gone keeps its time.
    expect(follower.moves[0].cue).toEqual(at(before.get('follower')!.moves.get('late')!.start));
  });

  it('leave moves of single letters to words', () => {
    const lettered = { ...copied, moves: [{ ...copied.moves[0], letter: 1 }] };
    expect(withMovesOf(document, 'other', lettered, ids()).layers[0].moves).toEqual([]);
    expect(withMovesOf(document, 'target', lettered, ids()).layers[2].moves).toHaveLength(1);
  });

  it('place and look go alone', () => {
    const placed = withPlaceOf(document, 'target', copied).layers[2];
    expect(placed).toEqual({ ...document.layers[2], place: source.place, edges: source.edges });
    const looking = withLookOf(document, 'target', copied).layers[2];
    expect(looking).toMatchObject({ fill: source.fill, place: document.layers[2].place });
  });
});
