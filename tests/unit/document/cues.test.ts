import fc from 'fast-check';
import { solveCues, type CuedMove } from '@/core/document/cues';
import { after, alongside, at } from '../fixtures';

const cued = (id: string, length: number, cue: CuedMove['cue']): CuedMove => ({
  id,
  name: id.toUpperCase(),
  length,
  cue,
});

describe('cues', () => {
  it('solves all three kinds, whatever the order they stand in', () => {
    const times = solveCues([
      cued('c', 5, alongside('b', 3)),
      cued('b', 10, after('a', 2)),
      cued('a', 20, at(4)),
    ]);
    expect(times.get('a')).toEqual({ start: 4, end: 24 });
    expect(times.get('b')).toEqual({ start: 26, end: 36 });
    expect(times.get('c')).toEqual({ start: 29, end: 34 });
  });

  it('refuses a circle and names the moves in it, and only those', () => {
    const moves = [
      cued('a', 1, after('c')),
      cued('b', 1, after('a')),
      cued('c', 1, alongside('b')),
      cued('d', 1, after('a')),
    ];
    expect(() => solveCues(moves)).toThrow(/A → C → B → A/);
    expect(() => solveCues(moves)).not.toThrow(/D/);
    expect(() => solveCues([cued('a', 1, after('a'))])).toThrow(/wait for each other/);
  });

  it('refuses a cue that points nowhere', () => {
    expect(() => solveCues([cued('a', 1, after('gone'))])).toThrow(/A waits for a move/);
  });

  it('gives every move of a chain its place: each rule holds for any graph without circles', () => {
    const graphs = fc.array(
      fc.record({
        length: fc.nat(100),
        kind: fc.constantFrom('at', 'after', 'alongside'),
        shift: fc.integer({ min: -50, max: 50 }),
        to: fc.nat(),
      }),
      { minLength: 1, maxLength: 40 },
    );
    fc.assert(
      fc.property(graphs, fc.boolean(), (entries, reversed) => {
        // A move may only wait for an earlier one, so there is no circle.
        const moves = entries.map(({ length, kind, shift, to }, i) => {
          const other = `m${i > 0 ? to % i : 0}`;
          if (kind === 'at' || i === 0) return cued(`m${i}`, length, at(shift));
          return cued(
            `m${i}`,
            length,
            kind === 'after' ? after(other, shift) : alongside(other, shift),
          );
        });
        const times = solveCues(reversed ? [...moves].reverse() : moves);
        for (const { id, length, cue } of moves) {
          const { start, end } = times.get(id)!;
          expect(end - start).toBe(length);
          if (cue.kind === 'at') expect(start).toBe(cue.frame);
          if (cue.kind === 'after') expect(start).toBe(times.get(cue.move)!.end + cue.gap);
          if (cue.kind === 'alongside') expect(start).toBe(times.get(cue.move)!.start + cue.offset);
        }
      }),
    );
  });

  it('finds any circle: joining a chain end to start is always refused', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), (count) => {
        const ring = Array.from({ length: count }, (_, i) =>
          cued(`m${i}`, 1, after(`m${(i + 1) % count}`)),
        );
        expect(() => solveCues(ring)).toThrow(/wait for each other/);
      }),
    );
  });
});
