import { FONTS } from '@/core/fonts';
import { layoutWords, missingLetters } from '@/core/text/layout';
import { countUnits } from '@/core/text/units';
import { nodeFont } from '@/paint/nodeTools';
import { words } from '../fixtures';

const lay = (text: string, change = {}) => {
  const layer = words(text, { size: 100, ...change });
  return layoutWords(layer, nodeFont(layer.font)!);
};

describe('units', () => {
  it('counts letters, words and lines as people do', () => {
    const text = 'Up  wind\n\nto é👩‍👧';
    expect(countUnits(text, 'letters')).toBe(10);
    expect(countUnits(text, 'words')).toBe(4);
    expect(countUnits(text, 'lines')).toBe(2);
    expect(countUnits('', 'letters')).toBe(0);
  });

  it('numbers glyphs through lines and blanks', () => {
    const { glyphs } = lay('ab c\nd');
    expect(glyphs.map(({ unit }) => [unit.letters, unit.words, unit.lines])).toEqual([
      [0, 0, 0],
      [1, 0, 0],
      [2, 1, 0],
      [3, 2, 1],
    ]);
  });
});

describe('layout', () => {
  it.each(FONTS.map(({ id }) => id))('%s keeps “ffi” three letters', (font) => {
    expect(lay('ffi', { font }).glyphs).toHaveLength(3);
  });

  it('has at least thirty families', () => {
    expect(FONTS.length).toBeGreaterThanOrEqual(30);
  });

  it('sets letters by alignment', () => {
    const { right, left } = lay('Wind', { align: 'centre' }).box;
    const width = right - left;
    expect(left).toBeCloseTo(-width / 2);
    expect(lay('Wind', { align: 'left' }).box.left).toBe(0);
    expect(lay('Wind', { align: 'right' }).box.right).toBeCloseTo(0);
  });

  it('spaces letters and lines as told', () => {
    const width = (spacing: number) => {
      const { box } = lay('Wind', { letterSpacing: spacing });
      return box.right - box.left;
    };
    // Four letters have three gaps between them.
    expect(width(10) - width(0)).toBeCloseTo(30);
    const [first, second] = lay('a\na', { lineSpacing: 1.5 }).glyphs;
    expect(second.matrix[5] - first.matrix[5]).toBeCloseTo(150);
  });

  it('grows with the size, exactly', () => {
    const small = lay('Wind', { size: 50 }).box;
    const large = lay('Wind', { size: 200 }).box;
    expect(large.right - large.left).toBeCloseTo(4 * (small.right - small.left));
  });

  it('lays nothing out for nothing', () => {
    expect(lay('').glyphs).toEqual([]);
  });
});

describe('letters a font does not have', () => {
  it('are named once each; blanks and composed letters are not among them', () => {
    const font = nodeFont('anton')!;
    expect(missingLetters('Wind über\nthé hill', font)).toEqual([]);
    expect(missingLetters('风 a 风 ☂', font)).toEqual(['风', '☂']);
  });
});
