import type { Font } from 'fontkit';
import type { WordsLayer } from '../document/types';
import type { UnitIndex } from './units';
import { multiply, scaling, translation, type Matrix } from '../geometry/matrix';
import { boxAround, mapBox, type Box } from '../geometry/box';
import { splitLines } from './units';

/** One glyph of a laid-out text: its outline as SVG path data in font units, and where it goes. */
export interface PlacedGlyph {
  readonly d: string;
  /** From font units to layer pixels. */
  readonly matrix: Matrix;
  /** Ink box in layer pixels. */
  readonly box: Box;
  readonly unit: UnitIndex;
}

export interface WordsLayout {
  readonly glyphs: readonly PlacedGlyph[];
  /** The text's box in layer pixels; the origin is the place's point. */
  readonly box: Box;
}

/** Joined glyphs could not be animated letter by letter; kerning and alternates stay on. */
const FEATURES = { liga: false, clig: false, dlig: false } as unknown as string[];

const ALIGN_SHIFT = { left: 0, centre: -0.5, right: -1 } as const;

/** What a layout depends on. */
export type WordsSetting = Pick<
  WordsLayer,
  'text' | 'size' | 'letterSpacing' | 'lineSpacing' | 'align' | 'piece'
>;

/** Letters of a text that a font has no drawing of, each once. */
export function missingLetters(text: string, font: Font): readonly string[] {
  const letters = splitLines(text)
    .flat()
    .filter((letter) => !letter.blank)
    .map((letter) => letter.text);
  const has = (letter: string) =>
    [...letter].some((mark) => font.hasGlyphForCodePoint(mark.codePointAt(0)!));
  return [...new Set(letters)].filter((letter) => !has(letter));
}

/** Lays a words layer out with a font; pure, so the same everywhere. */
export function layoutWords(layer: WordsSetting, font: Font): WordsLayout {
  const scale = layer.size / font.unitsPerEm;
  const lineHeight = layer.size * layer.lineSpacing;
  const lines = splitLines(layer.text);
  const ascent = font.ascent * scale;
  const height = ascent - font.descent * scale + lineHeight * (lines.length - 1);
  const firstBaseline = ascent - height / 2;

  const count = { letters: 0, words: -1, lines: -1 };
  const glyphs: PlacedGlyph[] = [];
  let widest = 0;
  lines.forEach((own, row) => {
    const before = row === 0 ? around(layer.piece?.before) : [];
    const after = row === lines.length - 1 ? around(layer.piece?.after) : [];
    const units = [...before.map(noUnit), ...own.map(unitCounter(count)), ...after.map(noUnit)];
    const letters = [...before, ...own, ...after];
    const run = font.layout(letters.map((letter) => letter.text).join(''), FEATURES);
    const letterAt = letters.flatMap((letter, i) => [...letter.text].map(() => i));
    const advances = run.positions.map(
      (position) => position.xAdvance * scale + (position.xAdvance > 0 ? layer.letterSpacing : 0),
    );
    const owner = ownersOf(run.glyphs, letterAt);
    const isOwn = (i: number) => owner[i] >= before.length && owner[i] < before.length + own.length;
    const sum = (wanted: (i: number) => boolean) =>
      advances.reduce((total, advance, i) => (wanted(i) ? total + advance : total), 0);
    const width = sum(isOwn) - (own.length ? layer.letterSpacing : 0);
    widest = Math.max(widest, width);
    let x = width * ALIGN_SHIFT[layer.align] - sum((i) => owner[i] < before.length);
    run.glyphs.forEach((glyph, i) => {
      const unit = units[owner[i]];
      const position = run.positions[i];
      const matrix = multiply(
        translation(
          x + position.xOffset * scale,
          firstBaseline + row * lineHeight - position.yOffset * scale,
        ),
        scaling(scale, -scale),
      );
      x += advances[i];
      if (!unit || glyph.path.commands.length === 0) return;
      const { minX, minY, maxX, maxY } = glyph.path.bbox;
      const ink = { left: minX, top: minY, right: maxX, bottom: maxY };
      glyphs.push({
        d: glyph.path.toSVG(),
        matrix,
        box: boxAround(mapBox(matrix, ink)),
        unit,
      });
    });
  });
  const left = widest * ALIGN_SHIFT[layer.align];
  return {
    glyphs,
    box: { left, right: left + widest, top: -height / 2, bottom: height / 2 },
  };
}

const around = (text: string | undefined) => splitLines(text ?? '')[0];

const noUnit = (): null => null;

/** Which letter each glyph of a run draws. */
function ownersOf(
  glyphs: readonly { readonly codePoints: readonly number[] }[],
  letterAt: readonly number[],
): readonly number[] {
  let codePoint = 0;
  return glyphs.map((glyph) => {
    const owner = letterAt[Math.min(codePoint, letterAt.length - 1)];
    codePoint += glyph.codePoints.length;
    return owner;
  });
}

/** Numbers the letters, words and lines of a text in reading order, line by line. */
function unitCounter(count: { letters: number; words: number; lines: number }) {
  let inWord = false;
  let inLine = false;
  return (letter: { blank: boolean }): UnitIndex | null => {
    if (letter.blank) {
      inWord = false;
      return null;
    }
    if (!inLine) count.lines++;
    if (!inWord) count.words++;
    inLine = true;
    inWord = true;
    return { letters: count.letters++, words: count.words, lines: count.lines };
  };
}
