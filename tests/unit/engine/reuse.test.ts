import fc from 'fast-check';
import { reusing } from '@/engine/reuse';
import { inked, sessionStrokes } from '../../golden/ink';
import { band, overlay } from '../fixtures';

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

describe('what arrives as a copy', () => {
  const base = overlay();
  const before = { ...base, layers: [band(), inked(base, sessionStrokes('gust-1', 300))] };

  it('that is the same all through is the one that was there', () => {
    expect(reusing(before, copy(before))).toBe(before);
  });

  it('keeps every part that did not change', () => {
    const next = copy(before);
    const stroke = { ...sessionStrokes('kite', 100)[0] };
    const layer = next.layers[1] as ReturnType<typeof inked>;
    const drawn = {
      ...layer,
      drawings: [{ ...layer.drawings[0], strokes: [...layer.drawings[0].strokes, stroke] }],
    };
    const reused = reusing(before, { ...next, layers: [next.layers[0], drawn] });
    expect(reused).not.toBe(before);
    expect(reused.layers[0]).toBe(before.layers[0]);
    const [now, was] = [reused, before].map(
      ({ layers }) => (layers[1] as typeof drawn).drawings[0].strokes,
    );
    expect(now).toHaveLength(was.length + 1);
    was.forEach((entry, i) => expect(now[i]).toBe(entry));
  });

  it('finds entries by their id, wherever they went', () => {
    const next = { ...copy(before), layers: copy(before.layers).toReversed() };
    const reused = reusing(before, next);
    expect(reused.layers[0]).toBe(before.layers[1]);
    expect(reused.layers[1]).toBe(before.layers[0]);
  });

  it('tells an empty list from an empty object', () => {
    expect(reusing([], {})).toEqual({});
    expect(reusing({}, [])).toEqual([]);
  });

  it('is never anything else than what arrived', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (known, next) => {
        expect(reusing(known, next)).toEqual(next);
      }),
    );
  });
});
