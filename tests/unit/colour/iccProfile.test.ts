import { converter } from 'culori';
import { srgbProfile } from '@/core/colour/iccProfile';

const bytes = Buffer.from(srgbProfile);
const fixedAt = (at: number) => bytes.readInt32BE(at) / 65536;

/** Where a tag's data lie. */
function tag(name: string): number {
  const count = bytes.readUInt32BE(128);
  const entry = Array.from({ length: count }, (_, i) => 132 + i * 12).find(
    (at) => bytes.toString('latin1', at, at + 4) === name,
  )!;
  return bytes.readUInt32BE(entry + 4);
}

const column = (name: string) => [8, 12, 16].map((at) => fixedAt(tag(name) + at));

/** The type 3 of parametric curves. */
function linear(name: string, value: number): number {
  const at = tag(name);
  expect(bytes.toString('latin1', at, at + 4)).toBe('para');
  expect(bytes.readUInt16BE(at + 8)).toBe(3);
  const [g, a, b, c, d] = [12, 16, 20, 24, 28].map((offset) => fixedAt(at + offset));
  return value >= d ? (a * value + b) ** g : c * value;
}

describe('the profile that says sRGB', () => {
  it('tells its own length, class and version, and lays its tags on fours', () => {
    expect(bytes.readUInt32BE(0)).toBe(bytes.length);
    expect(bytes.toString('latin1', 12, 24)).toBe('mntrRGB XYZ ');
    expect(bytes.toString('latin1', 36, 40)).toBe('acsp');
    expect(bytes[8]).toBe(4);
    for (const name of ['desc', 'cprt', 'wtpt', 'chad', 'rXYZ', 'gXYZ', 'bXYZ', 'rTRC']) {
      expect(tag(name) % 4).toBe(0);
    }
  });

  it.each(['#ffffff', '#d1495b', '#30638e', '#00ff00', '#010203', '#808080'])(
    'gives %s the place in CIE XYZ that it has under D50',
    (colour) => {
      const { r, g, b } = converter('rgb')(colour)!;
      const light = [linear('rTRC', r), linear('gTRC', g), linear('bTRC', b)];
      const columns = ['rXYZ', 'gXYZ', 'bXYZ'].map(column);
      const { x, y, z } = converter('xyz50')(colour)!;
      [x, y, z].forEach((value, row) => {
        const ours = light.reduce((sum, part, i) => sum + part * columns[i][row], 0);
        expect(Math.abs(ours - value)).toBeLessThan(0.0005);
      });
    },
  );
});
