import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fontFamily } from '@/core/fonts';
import { openFont, proveFont } from '@/engine/fonts';

/** The file of a family that ships with the app. */
function shipped(id: string): Buffer {
  const { source, file } = fontFamily(id)!;
  return readFileSync(join('node_modules/@expo-google-fonts', source, file));
}
const marker = () => shipped('permanent-marker');

/** Where a table of a TrueType font begins, in bytes. */
function tableOf(font: Buffer, tag: string): number {
  const tables = Array.from({ length: font.readUInt16BE(4) }, (_, i) => 12 + i * 16);
  return font.readUInt32BE(tables.find((at) => font.toString('latin1', at, at + 4) === tag)! + 8);
}

describe('a font that is brought in', () => {
  it.each(['permanent-marker', 'zilla-slab', 'anton'])('%s is read', (name) => {
    expect(proveFont(shipped(name))).toMatch(/\w/);
  });

  // Seen to end in an error of the font reader: spaces that have no outline, a mark whose base has no place for it.
  it.each([
    ['zilla-slab', '\u00a0\u2009'],
    ['baloo-2', '\u200d'],
    ['anton', '\u0268'],
  ])('%s lays out every letter it has', (name, letters) => {
    const font = openFont(shipped(name));
    const { glyphs, positions } = font.layout(`5${letters}kn`);
    expect(glyphs.map(({ id }) => id)).not.toContain(0);
    expect(positions.every(({ xAdvance }) => Number.isFinite(xAdvance))).toBe(true);
  });

  it.each(['marker.otf', 'marker.woff', 'marker.woff2'])('%s too', (name) => {
    expect(proveFont(readFileSync(join('tests/support/fonts', name)))).toMatch(/\w/);
  });

  it('is refused where the outline of one letter lies beyond its end', () => {
    const font = marker();
    const long = font.readInt16BE(tableOf(font, 'head') + 50) === 1;
    expect(long).toBe(false);
    const loca = tableOf(font, 'loca');
    font.writeUInt16BE(0xffff, loca + 2 * 60);
    font.writeUInt16BE(0xffff, loca + 2 * 61);
    expect(() => proveFont(font)).toThrow();
  });

  it.each(['hmtx', 'loca', 'GPOS'])('is refused where its table %s lies elsewhere', (tag) => {
    const font = marker();
    const at =
      12 +
      16 *
        [...Array(font.readUInt16BE(4)).keys()].findIndex(
          (i) => font.toString('latin1', 12 + i * 16, 16 + i * 16) === tag,
        );
    font.writeUInt32BE(font.length - 2, at + 8);
    expect(() => proveFont(font)).toThrow();
  });
});
