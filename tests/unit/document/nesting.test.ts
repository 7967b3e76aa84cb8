import { NEUTRAL } from '@/core/document/layers';
import {
  bundleOf,
  createNested,
  nestedIn,
  nestingCircle,
  type Overlay,
  WHOLE_CLIP,
} from '@/core/document';
import { overlay, video, words } from '../fixtures';

const named = (id: string, ...inside: readonly string[]): Overlay => {
  const base = overlay({ id, name: id.toUpperCase() });
  return {
    ...base,
    layers: inside.map((other) => createNested(`in-${other}`, base, overlay({ id: other }))),
  };
};

const finder = (all: readonly Overlay[]) => (id: string) => all.find((entry) => entry.id === id);

describe('nested overlays', () => {
  const all = [named('a', 'b'), named('b', 'c', 'c'), named('c'), named('d', 'a', 'b')];

  it('are told once each', () => {
    expect(nestedIn(all[1])).toEqual(['c']);
  });

  it('would be in themselves: the whole way round is named', () => {
    const circle = nestingCircle('c', 'a', finder(all));
    expect(circle?.map(({ name }) => name)).toEqual(['A', 'B', 'C']);
    expect(nestingCircle('a', 'a', finder(all))?.map(({ name }) => name)).toEqual(['A']);
  });

  it('may be used many times over without a circle', () => {
    expect(nestingCircle('d', 'a', finder(all))).toBeNull();
    expect(nestingCircle('d', 'gone', finder(all))).toBeNull();
  });

  it('come along in a bundle with all they use, however deep', () => {
    const deep = {
      ...named('c'),
      layers: [
        words('Wind', {
          font: 'own',
          effects: { ...NEUTRAL, lut: 'warm' },
          fill: {
            kind: 'footage' as const,
            footage: 'clip',
            fit: 'cover' as const,
            pinned: false,
            time: WHOLE_CLIP,
            opacity: 1,
          },
        }),
      ],
    };
    const font = {
      kind: 'font' as const,
      version: 2 as const,
      id: 'own',
      name: 'Own',
      created: 0,
      media: { hash: 'b'.repeat(64), extension: 'ttf', bytes: 4 },
    };
    const lut = { ...font, kind: 'lut' as const, id: 'warm' };
    const bundle = bundleOf(named('a', 'b'), {
      overlay: finder([named('b', 'c'), deep]),
      footage: (id) => (id === 'clip' ? video() : undefined),
      font: (id) => (id === 'own' ? font : undefined),
      lut: (id) => (id === 'warm' ? lut : undefined),
    });
    expect(bundle.overlays.map(({ id }) => id)).toEqual(['b', 'c']);
    expect(bundle.footage.map(({ id }) => id)).toEqual(['clip']);
    expect(bundle.fonts).toEqual([font]);
    expect(bundle.luts).toEqual([lut]);
  });
});
