import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { applyTable, readCube } from '@/core/colour/cube';
import { scratchFolder } from '../../support/scratch';

const folder = scratchFolder('test');

/** A grid of some made-up grading: warm lights, lifted darks, less green. */
function grading(size: number): string {
  const lines = ['# made for a test', 'TITLE "Warm evening"', `LUT_3D_SIZE ${size}`];
  const at = (i: number) => i / (size - 1);
  for (let b = 0; b < size; b++) {
    for (let g = 0; g < size; g++) {
      for (let r = 0; r < size; r++) {
        const values = [at(r) ** 0.8, 0.05 + 0.8 * at(g) * at(r), 0.1 + 0.7 * at(b) - 0.1 * at(g)];
        lines.push(values.map((value) => value.toFixed(6)).join(' '));
      }
    }
  }
  return lines.join('\n');
}

const inverted = 'LUT_1D_SIZE 2\n1 1 1\n0 0 0\n';

function noise(pixels: number): Uint8ClampedArray {
  let seed = 7;
  return Uint8ClampedArray.from({ length: pixels * 4 }, (_, i) => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
    return i % 4 === 3 ? 255 : (seed >> 8) & 255;
  });
}

describe('tables of colours', () => {
  it('change colours as ffmpeg’s tetrahedral table does, within a level', () => {
    const file = join(folder, 'warm.cube');
    writeFileSync(file, grading(9));
    const before = noise(64 * 64);
    const raw = '-f rawvideo -pix_fmt rgba -s 64x64 -i -'.split(' ');
    const filter = `lut3d=${file}:interp=tetrahedral,format=rgba`;
    const out = execFileSync(
      'ffmpeg',
      ['-v', 'error', ...raw, '-vf', filter, '-f', 'rawvideo', '-'],
      { input: before },
    );
    const ours = before.slice();
    applyTable(ours, readCube(grading(9), 'warm.cube'), 1);
    const worst = ours.reduce((most, value, i) => Math.max(most, Math.abs(value - out[i])), 0);
    expect(worst).toBeLessThanOrEqual(1);
    expect(ours).not.toEqual(before);
  });

  it('of curves invert, by the share that is asked for, and leave alpha alone', () => {
    const pixel = () => Uint8ClampedArray.of(0, 100, 255, 77);
    const table = readCube(inverted, 'inverted.cube');
    const whole = pixel();
    applyTable(whole, table, 1);
    expect([...whole]).toEqual([255, 155, 0, 77]);
    const half = pixel();
    applyTable(half, table, 0.2);
    expect([...half]).toEqual([51, 111, 204, 77]);
  });

  it('take only what lies in their domain', () => {
    const text = 'LUT_1D_SIZE 2\nDOMAIN_MIN 0.5 0 0\nDOMAIN_MAX 1 1 1\n0 0 0\n1 1 1\n';
    const pixel = Uint8ClampedArray.of(64, 64, 64, 255);
    applyTable(pixel, readCube(text, 'upper.cube'), 1);
    expect([...pixel]).toEqual([0, 64, 64, 255]);
  });

  it.each([
    ['no size', '0 0 0\n1 1 1\n', /how large its table is/],
    ['too few colours', 'LUT_3D_SIZE 2\n0 0 0\n', /holds 1 colours instead of 8/],
    ['a huge grid', 'LUT_3D_SIZE 1000\n', /1000 points along a side/],
    ['words among the colours', 'LUT_1D_SIZE 2\n0 0 0\n1 x 1\n', /line 3 cannot be read/],
    [
      'an empty domain',
      'LUT_1D_SIZE 2\nDOMAIN_MAX 0 1 1\n0 0 0\n1 1 1',
      /range of colours is empty/,
    ],
    ['an unknown word', 'LUT_9D_SIZE 3\n', /line 1 cannot be read/],
  ])('are refused with %s', (_name, text, message) => {
    expect(() => readCube(text, 'bad.cube')).toThrow(message);
  });
});
