import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeCopy } from '../../../server/copies/makeCopy';
import {
  colouredPicture,
  decodedAs,
  encoding,
  NITS,
  SHOWN_NITS,
  softPart,
  wideFilm,
  type Matrix,
  type Range,
} from '../../support/colours';
import {
  colourDistance,
  ffmpeg,
  overGrey,
  pixelAt,
  testFile,
  type Pixels,
} from '../../support/media';
import { framesIn } from '../../support/readers';

jest.setTimeout(240_000);

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'moon-patch-colours-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

type Size = readonly [number, number];

async function copied(source: string, size: Size): Promise<Pixels> {
  const { signal } = new AbortController();
  const name = await makeCopy(source, folder, { signal }, () => undefined);
  return decodedAs(join(folder, name), size, 'bt709', 'tv');
}

interface Film {
  readonly name: string;
  readonly size: Size;
  readonly matrix: Matrix;
  readonly range: Range;
  readonly code: string;
}

const FILMS: readonly Film[] = [
  {
    ...{ name: 'small-untagged.avi', size: [320, 240], matrix: 'bt601', range: 'tv' },
    code: '-c:v mpeg4 -q:v 1 -pix_fmt yuv420p',
  },
  {
    ...{ name: 'large-untagged.ts', size: [1280, 720], matrix: 'bt709', range: 'tv' },
    code: '-c:v mpeg2video -q:v 1 -pix_fmt yuv420p',
  },
  {
    ...{ name: 'small-tagged.mkv', size: [320, 240], matrix: 'bt709', range: 'tv' },
    code: '-c:v libx264 -crf 2 -pix_fmt yuv420p -colorspace bt709 -color_range tv',
  },
  {
    ...{ name: 'all-codes.mkv', size: [320, 240], matrix: 'bt709', range: 'pc' },
    code: '-c:v libx264 -crf 2 -pix_fmt yuv420p -colorspace bt709 -color_range pc',
  },
  {
    ...{ name: 'ten-bit.mkv', size: [320, 240], matrix: 'bt601', range: 'tv' },
    code: '-c:v libx264 -crf 2 -pix_fmt yuv422p10le -colorspace smpte170m -color_range tv',
  },
];

test.each(FILMS)('a copy of $name has the colours of its source', async (film) => {
  const { name, size, matrix, range, code } = film;
  const source = testFile(name);
  const picture = colouredPicture('copied', ...size);
  ffmpeg(
    ...['-loop', '1', '-framerate', '25', '-t', '0.4', '-i', picture],
    ...['-vf', encoding(matrix, range), ...code.split(' '), source],
  );
  const truth = decodedAs(source, size, matrix, range);
  const { psnr } = overGrey(softPart(await copied(source, size)), softPart(truth));
  expect(psnr).toBeGreaterThan(45);
});

test.each(NITS)('a copy of a film of $transfer keeps its greys', async (film) => {
  const size = [160, 120] as const;
  const code = '-c:v libx264 -crf 2 -pix_fmt yuv420p10le';
  const shown = await copied(wideFilm(film, size, code, testFile(`${film.transfer}.mkv`)), size);
  SHOWN_NITS.forEach((level, i) => {
    const x = ((i + 0.5) / SHOWN_NITS.length) * size[0];
    expect(colourDistance(pixelAt(shown, x, 60), [level, level, level])).toBeLessThanOrEqual(2);
  });
});

test('a copy has the frames of its source, none of them twice', async () => {
  const source = testFile('late.wmv');
  const [picture, tone] = ['testsrc2=s=320x240:r=25:d=3', 'sine=d=3'];
  const inputs = ['-f', 'lavfi', '-i', picture, '-f', 'lavfi', '-i', tone];
  ffmpeg(...inputs, ...'-c:v wmv2 -c:a wmav2'.split(' '), source);
  const { signal } = new AbortController();
  const name = await makeCopy(source, folder, { signal }, () => undefined);
  expect(framesIn(join(folder, name))).toBe(framesIn(source));
});
