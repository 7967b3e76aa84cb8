import type { Font } from 'fontkit';
import type { WordsLayer } from '../../document/layers';
import { boxAround, type Box } from '../../geometry/box';
import { flatten } from '../../scene/flatten';
import type { Point } from '../../geometry/matrix';
import { layoutWords, type PlacedGlyph } from '../../text/layout';

/** How large the letters of some words are, in layer pixels. */
export interface LetterSizes {
  readonly height: number;
  /** Whether that is the height of capitals; else the letters themselves were measured. */
  readonly capitals: boolean;
  /** How wide a stroke is. */
  readonly stem: number;
}

/** Letters of scripts that have capitals. */
const CASED = /[\p{Lu}\p{Ll}]/u;

/**
 * By the font's capitals and the stroke of its “l”, where the words are in a script that has capitals; else by the
 * letters themselves, half of which are as high or higher. Null where there is nothing to be read.
 */
export function letterSizes(layer: WordsLayer, font: Font): LetterSizes | null {
  const set = (text: string) => layoutWords({ ...layer, text, piece: null }, font).glyphs;
  const own = set(layer.text);
  if (own.length === 0) return null;
  const capitals = CASED.test(layer.text) && hasGlyphs(font, 'Hl');
  const heights = (capitals ? set('H') : own).map(({ box }) => heightOf(box));
  const height = median(heights.filter((each) => each > 0));
  const stem = capitals ? upright(set('l')) : meanStroke(own);
  return height > 0 ? { height, capitals, stem } : null;
}

const hasGlyphs = (font: Font, letters: string): boolean =>
  [...letters].every((letter) => font.hasGlyphForCodePoint(letter.codePointAt(0)!));

const heightOf = ({ top, bottom }: Box): number => bottom - top;

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

const outlinesOf = (glyphs: readonly PlacedGlyph[]): readonly (readonly Point[])[] =>
  glyphs.flatMap(({ d, matrix }) => flatten(d, matrix)).filter((polygon) => polygon.length > 2);

/** The width of an upright stroke: its area by its height. */
function upright(glyphs: readonly PlacedGlyph[]): number {
  const polygons = outlinesOf(glyphs);
  const height = polygons.length > 0 ? heightOf(boxAround(polygons.flat())) : 0;
  return height > 0 ? areaOf(polygons) / height : 0;
}

/** The mean width of strokes: of a long one, the area is half its outline's length times its width. */
function meanStroke(glyphs: readonly PlacedGlyph[]): number {
  const polygons = outlinesOf(glyphs);
  const length = polygons.reduce((sum, polygon) => sum + lengthOf(polygon), 0);
  return length > 0 ? (2 * areaOf(polygons)) / length : 0;
}

/** The area of polygons (the shoelace formula); holes are drawn in the other direction and count less. */
const areaOf = (polygons: readonly (readonly Point[])[]): number =>
  Math.abs(polygons.reduce((sum, polygon) => sum + signedArea(polygon), 0));

const signedArea = (polygon: readonly Point[]): number =>
  polygon.reduce((sum, { x, y }, i) => {
    const next = polygon[(i + 1) % polygon.length];
    return sum + (x * next.y - next.x * y) / 2;
  }, 0);

const lengthOf = (polygon: readonly Point[]): number =>
  polygon.reduce((sum, { x, y }, i) => {
    const next = polygon[(i + 1) % polygon.length];
    return sum + Math.hypot(next.x - x, next.y - y);
  }, 0);
