import { createGroup, type InkLayer, type Overlay } from '@/core/document';
import {
  addDrawing,
  addStrokes,
  changeInk,
  changeStrokes,
  holdDrawing,
  MOST_STROKES,
  removeDrawing,
  reordered,
} from '@/core/edit';
import { drawingFrame, drawView, type DrawView } from '@/core/scene/drawView';
import { timeLayers } from '@/core/motion/timing';
import { sceneAt } from '@/core/scene';
import { inked, sessionStrokes } from '../../golden/ink';
import { after, at, band, move, overlay } from '../fixtures';
import { assets } from '../nodeAssets';
import { painted, visiblePixels } from '../pixels';

const base = overlay({ length: 120 });
const drawings = ['a', 'b', 'c', 'd'].map((id, i) => ({
  id,
  hold: 1,
  strokes: sessionStrokes('gust-1', 300).map((stroke) => ({
    ...stroke,
    id: `${stroke.id}-${id}`,
    points: stroke.points.map((value, k) => (k % 5 === 1 ? value + i * 4 : value)),
  })),
}));
const layer = inked(base, [], {
  drawings,
  from: 10,
  moves: [move('write', 'write on', 'arrive', at(10), { length: 20 })],
});
const document: Overlay = { ...base, layers: [band(), layer] };
const view: DrawView = {
  layer,
  drawing: 'b',
  onion: { before: 1, after: 1, strength: 0.5 },
  others: true,
  lit: null,
};

describe('while a drawing is drawn on', () => {
  const frame = drawingFrame(document, layer, 'b');
  const seen = drawView(document, view);

  it('its own frame is shown', () => {
    // From frame 10 on, 12 drawings a second under 30 frames.
    expect(['a', 'b', 'c'].map((id) => drawingFrame(document, layer, id))).toEqual([10, 13, 15]);
  });

  it('all of it is seen, whatever writes it on, with its neighbours faintly under it', () => {
    const kinds = seen.layers.map(({ id, opacity }) => [id, opacity]);
    expect(kinds).toEqual([
      ['band', 0.4],
      ['onion-a', 0.5],
      ['onion-c', 0.5],
      ['ink', 1],
    ]);
    expect((seen.layers[3] as InkLayer).drawings.map(({ id }) => id)).toEqual(['b']);
    const alone = drawView(document, { ...view, others: false, onion: NONE });
    const drawn = sceneAt(alone, frame, assets).items;
    expect(drawn).toHaveLength(drawings[1].strokes.length);
  });

  it('neighbours further away are fainter, and there are none beyond the ends', () => {
    const far = drawView(document, {
      ...view,
      drawing: 'a',
      onion: { before: 2, after: 3, strength: 0.6 },
    });
    expect(far.layers.map(({ id }) => id)).toEqual([
      'band',
      'onion-d',
      'onion-c',
      'onion-b',
      'ink',
    ]);
    const [d, c, b] = far.layers.slice(1).map(({ opacity }) => opacity);
    expect(d).toBeLessThan(c);
    expect(c).toBeLessThan(b);
    expect(b).toBeCloseTo(0.6, 9);
  });

  it('neighbours have a colour each: one for before, one for after', () => {
    const tints = seen.layers.slice(1, 3).map(({ effects }) => effects.tint);
    expect(new Set(tints).size).toBe(2);
  });

  it('one stroke is pointed out by all others being faint', () => {
    const lit = drawings[1].strokes[2].id;
    const shown = drawView(document, { ...view, lit }).layers.at(-1) as InkLayer;
    expect(shown.drawings[0].strokes.map(({ opacity }) => opacity)).toEqual([
      0.25, 0.25, 1, 0.25, 0.25,
    ]);
    const gone = drawView(document, { ...view, lit: 'gone' }).layers.at(-1) as InkLayer;
    expect(gone.drawings[0]).toBe(drawings[1]);
  });

  it('words to trace lie under it, and are in no other picture', () => {
    const traced = { ...layer, trace: { text: 'gust', font: 'caveat', size: 300 } };
    const withTrace = { ...document, layers: [traced] };
    const shown = drawView(withTrace, { ...view, layer: traced, drawing: 'a', onion: NONE });
    expect(shown.layers.map(({ kind }) => kind)).toEqual(['words', 'ink']);
    const [plain, sent] = [{ ...document, layers: [layer] }, withTrace].map((one) =>
      visiblePixels(painted(one, 60)),
    );
    expect(sent).toBe(plain);
  });

  it('in a group that moves, it is seen where the group rests', () => {
    const group = {
      ...createGroup('group', base, { x: 960, y: 540 }),
      moves: [move('in', 'slide', 'arrive', at(0))],
    };
    const grouped = { ...layer, group: 'group' };
    const other = {
      ...band({ group: 'group' }),
      moves: [move('later', 'fade', 'arrive', after('in'))],
    };
    const shown = drawView(
      { ...base, layers: [group, other, grouped] },
      { ...view, layer: grouped },
    );
    expect(shown.layers[0]).toMatchObject({ id: 'group', moves: [] });
    // What waited for a move that is left out would have no time.
    expect(() => timeLayers(shown)).not.toThrow();
  });
});

const NONE = { before: 0, after: 0, strength: 0 };

describe('frames of a drawing', () => {
  const ids = ({ drawings: all }: InkLayer) => all.map(({ id }) => id).join('');

  it('are added after the one that is drawn on, put in another order, held and removed', () => {
    const added = addDrawing(layer, 'b', { id: 'x', hold: 1, strokes: [] });
    expect(ids(added)).toBe('abxcd');
    expect(
      reordered(added.drawings, 'x', 0)
        .map(({ id }) => id)
        .join(''),
    ).toBe('xabcd');
    expect(
      reordered(added.drawings, 'a', 99)
        .map(({ id }) => id)
        .join(''),
    ).toBe('bxcda');
    expect(holdDrawing(added, 'x', 3).drawings[2].hold).toBe(3);
    expect(ids(removeDrawing(added, 'x'))).toBe('abcd');
  });

  it('are never none: the last one is emptied instead', () => {
    const single = inked(base, sessionStrokes('kite', 200));
    expect(removeDrawing(single, 'drawing').drawings).toMatchObject([{ strokes: [] }]);
  });

  it('take no more strokes than can be read again, and say so', () => {
    const [stroke] = sessionStrokes('kite', 200);
    const many = (count: number) => Array.from({ length: count }, () => stroke);
    const nearly = addStrokes(layer, 'b', many(MOST_STROKES - 10));
    expect(() => addStrokes(nearly, 'b', many(10))).toThrow(/5000 strokes at most/);
    expect(addStrokes(nearly, 'b', [stroke]).drawings[1].strokes.at(-1)).toBe(stroke);
  });

  it('stay the same object where nothing changes', () => {
    expect(changeStrokes(layer, 'b', (strokes) => strokes)).toBe(layer);
    expect(changeInk(document, 'ink', (entry) => entry)).toBe(document);
    expect(changeInk(document, 'band', () => layer)).toBe(document);
  });
});
