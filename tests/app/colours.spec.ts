import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import {
  createFootageLayer,
  createOverlay,
  DOCUMENT_VERSION,
  EMPTY_KIT,
  placeAt,
  type Footage,
  type Overlay,
} from '@/core/document';
import {
  colouredPicture,
  decodedAs,
  encoding,
  FLAT,
  NITS,
  partOf,
  SHOWN_NITS,
  softPart,
  wideFilm,
  type Matrix,
  type Range,
} from '../support/colours';
import { packedKit, sha256 } from '../support/kitFile';
import { openEmptyKit, openKitFile, sendFrame } from '../support/app';
import { colourDistance, ffmpeg, overGrey, pixelAt, testFile, type Pixels } from '../support/media';

interface Kind {
  readonly name: string;
  readonly extension: string;
  readonly size: readonly [number, number];
  readonly matrix: Matrix;
  readonly range?: Range;
  readonly tagged?: false;
  readonly turned?: true;
  readonly code: string;
}

const H264 = '-c:v libx264 -crf 2 -pix_fmt';
const VP9 = '-c:v libvpx-vp9 -crf 2 -b:v 0 -pix_fmt';
const SMALL = [160, 120] as const;
const MADE: Omit<Kind, 'extension'> = {
  name: 'H.264',
  size: SMALL,
  matrix: 'bt709',
  code: `${H264} yuv420p`,
};

const KINDS: readonly Kind[] = [
  { ...MADE, extension: 'mp4' },
  { ...MADE, extension: 'mov', name: 'H.264 of all codes', range: 'pc' },
  { ...MADE, extension: 'mp4', name: 'H.264 of standard definition', matrix: 'bt601' },
  { ...MADE, extension: 'mp4', name: 'H.264, small and untagged', matrix: 'bt601', tagged: false },
  {
    ...{ ...MADE, extension: 'mp4', name: 'H.264, large and untagged', tagged: false },
    size: [1280, 720],
  },
  { ...MADE, extension: 'mp4', name: 'H.264, on its side', turned: true },
  { ...MADE, extension: 'mp4', name: 'H.264, small with all chroma', code: `${H264} yuv444p` },
  { ...MADE, extension: 'mp4', name: 'H.264 of 10 bit', code: `${H264} yuv420p10le` },
  {
    ...{ ...MADE, extension: 'mp4', name: 'H.264 of 10 bit and all codes', range: 'pc' },
    ...{ matrix: 'bt601', code: `${H264} yuv422p10le` },
  },
  { ...MADE, extension: 'webm', name: 'VP8', matrix: 'bt601', code: '-c:v libvpx -crf 4 -b:v 20M' },
  { ...MADE, extension: 'webm', name: 'VP9', code: `${VP9} yuv420p` },
  {
    ...MADE,
    extension: 'webm',
    name: 'VP9, untagged',
    matrix: 'bt601',
    tagged: false,
    code: `${VP9} yuv420p`,
  },
  { ...MADE, extension: 'webm', name: 'VP9 of odd size', size: [157, 113], code: `${VP9} yuv420p` },
  { ...MADE, extension: 'webm', name: 'VP9 of 10 bit', code: `${VP9} yuv420p10le` },
  { ...MADE, extension: 'mp4', name: 'AV1', code: '-c:v libsvtav1 -qp 4 -pix_fmt yuv420p' },
  { ...MADE, extension: 'mov', name: 'ProRes', code: '-c:v prores_ks -profile:v 3 -qscale:v 2' },
];

const TAGS: Readonly<Record<Matrix, string>> = { bt601: 'smpte170m', bt709: 'bt709' };

function made(kind: Kind): string {
  const { name, extension, size, matrix, range = 'tv', tagged, turned, code } = kind;
  const file = testFile(`${name.replaceAll(' ', '-')}.${extension}`);
  const tag = TAGS[matrix];
  const tags = `,setparams=color_primaries=${tag}:color_trc=${tag}:colorspace=${tag}:range=${range}`;
  const filter = encoding(matrix, range);
  ffmpeg(
    ...['-loop', '1', '-framerate', '25', '-t', '0.4', '-i', colouredPicture('coloured', ...size)],
    ...['-vf', tagged === false ? filter : filter + tags, ...code.split(' '), file],
  );
  if (!turned) return file;
  const lying = testFile(`turned-${name.replaceAll(' ', '-')}.${extension}`);
  ffmpeg('-i', file, '-c', 'copy', '-metadata:s:v:0', 'rotate=90', lying);
  return lying;
}

function decoded(file: string, { size, matrix, range = 'tv', turned }: Kind): Pixels {
  return decodedAs(file, turned ? [size[1], size[0]] : size, matrix, range);
}

const footageOf = (kind: Kind, file: string, id: string): Footage => {
  const bytes = readFileSync(file);
  const [width, height] = kind.turned ? [kind.size[1], kind.size[0]] : kind.size;
  return {
    ...{ kind: 'footage', version: DOCUMENT_VERSION, id, created: 0, name: kind.name },
    media: { hash: sha256(bytes), extension: kind.extension, bytes: bytes.length },
    ...{ type: 'video', width, height, duration: 0.4, rate: { num: 25, den: 1 } },
    ...{ alpha: false, plays: null, cut: null },
  };
};

/** The middle of each flat colour, where its neighbours' chroma does not reach. */
function worstOfFlat(shown: Pixels, truth: Pixels, { turned }: Kind): number {
  const worst = FLAT.map((_, i) => {
    const along = (i + 0.5) / FLAT.length;
    const [x, y] = turned ? [along, 0.88] : [0.12, along];
    return colourDistance(at(shown, x, y), at(truth, x, y));
  });
  return Math.max(...worst);
}

const at = (pixels: Pixels, x: number, y: number) =>
  pixelAt(pixels, Math.floor(x * pixels.width), Math.floor(y * pixels.height));

/** Where the clips lie on the canvas: the large one at the top left, the others right of it and below. */
function placesOf(kinds: readonly Kind[]): readonly (readonly [number, number])[] {
  let slot = 0;
  return kinds.map(({ size }) => {
    if (size[0] > SMALL[0]) return [0, 0];
    const [column, row] = [slot % 3, Math.floor(slot / 3)];
    slot++;
    return [1300 + column * 180, 10 + row * 170];
  });
}

/** The first frame of an overlay as it is sent, from a kit with these films. */
async function sentWith(
  page: Page,
  overlay: Overlay,
  footage: readonly Footage[],
  files: readonly string[],
): Promise<Pixels> {
  const media = new Map(footage.map((entry, i) => [entry.media.hash, readFileSync(files[i])]));
  const kit = packedKit({ ...EMPTY_KIT, overlays: [overlay], footage }, media);
  await openEmptyKit(page);
  const file = { name: 'c.moonpatch', mimeType: 'application/zip', buffer: Buffer.from(kit) };
  await openKitFile(page, file);
  await page.getByRole('link', { name: 'Open Colours' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  return sendFrame(page, 0);
}

test('every film is read in the colours that its codes stand for @long', async ({ page }) => {
  const files = KINDS.map(made);
  const footage = KINDS.map((kind, i) => footageOf(kind, files[i], `clip-${i}`));
  const places = placesOf(KINDS);
  const overlay = createOverlay({ id: 'colours', created: 0 }, 'Colours');
  const layers = footage.map((entry, i) => ({
    ...createFootageLayer(`layer-${i}`, overlay, entry),
    place: placeAt(places[i][0] + entry.width / 2, places[i][1] + entry.height / 2),
  }));
  const shown = await sentWith(page, { ...overlay, layers }, footage, files);
  KINDS.forEach((kind, i) => {
    const truth = decoded(files[i], kind);
    const own = partOf(shown, ...places[i], truth.width, truth.height);
    const { psnr } = overGrey(softPart(own, kind.turned), softPart(truth, kind.turned));
    expect.soft(psnr, kind.name).toBeGreaterThan(45);
    expect.soft(worstOfFlat(own, truth, kind), kind.name).toBeLessThanOrEqual(1);
  });
});

test('films of high dynamic range keep their greys, and their highlights end at white', async ({
  page,
}) => {
  const files = NITS.map((film) =>
    wideFilm(film, SMALL, `${VP9} yuv420p10le`, testFile(`${film.transfer}.webm`)),
  );
  const kind: Kind = { ...MADE, extension: 'webm' };
  const footage = files.map((file, i) =>
    footageOf({ ...kind, name: `HDR ${i}` }, file, `clip-${i}`),
  );
  const overlay = createOverlay({ id: 'colours', created: 0 }, 'Colours');
  const layers = footage.map((entry, i) => ({
    ...createFootageLayer(`layer-${i}`, overlay, entry),
    place: placeAt(400 + 400 * i, 500),
  }));
  const shown = await sentWith(page, { ...overlay, layers }, footage, files);
  NITS.forEach(({ codes }, i) => {
    SHOWN_NITS.forEach((level, patch) => {
      const x = 400 + 400 * i - SMALL[0] / 2 + ((patch + 0.5) / codes.length) * SMALL[0];
      expect(colourDistance(pixelAt(shown, x, 500), [level, level, level])).toBeLessThanOrEqual(2);
    });
  });
});
