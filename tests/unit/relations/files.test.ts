import { createCanvas, loadImage } from '@napi-rs/canvas';
import fc from 'fast-check';
import { createFootageLayer, type Footage } from '@/core/document';
import { addLayer, changeRate } from '@/core/edit';
import { apngFile, readApng } from '@/core/formats/files/apng';
import type { GrowingFile } from '@/core/formats/files/growing';
import type { MovingPicture } from '@/core/formats/files/movingPicture';
import { pngMovie, readPngMovie } from '@/core/formats/files/pngMovie';
import { planFiles } from '@/core/sending/plan';
import { firstSettings } from '@/core/document/sendSettings';
import { firstWrongTime } from '@/core/sending/times';
import { framesToSeconds, perSecond, RATES, rateNear } from '@/core/time';
import { openedKit, writtenKit } from '../../support/kitFile';
import { video } from '../fixtures';
import { documents, empty } from './documents';
import { expectSame, painted, type Pixels } from './pictures';

/** Cases of what takes seconds each. */
const CASES = process.env.SEED === 'new' ? 20 : 3;

const pngOf = ({ width, height, data }: Pixels): Uint8Array => {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  const pixels = context.createImageData(width, height);
  pixels.data.set(data);
  context.putImageData(pixels, 0, 0);
  return canvas.toBuffer('image/png');
};

async function pixelsOf(png: Uint8Array): Promise<Pixels> {
  const { width, height } = empty;
  const context = createCanvas(width, height).getContext('2d');
  context.drawImage(await loadImage(Buffer.from(png)), 0, 0);
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}

/** A file of some pictures. */
function packed(file: GrowingFile, pictures: readonly Uint8Array[]): Uint8Array {
  const box = { x: 0, y: 0, width: empty.width, height: empty.height };
  const parts = pictures.map((picture) => file.add(picture, box));
  const { tail, patches } = file.finish();
  const bytes = new Uint8Array(Buffer.concat([...parts, tail]));
  for (const { at, bytes: patch } of patches) bytes.set(patch, at);
  return bytes;
}

const readerOf = (bytes: Uint8Array) => async (from: number, to: number) =>
  bytes.subarray(from, to);

describe('what is sent and read back', () => {
  const rates = fc.constantFrom(...RATES);

  it('shows the same pictures at the same times in an animated PNG, and lands so', async () => {
    await fc.assert(
      fc.asyncProperty(documents(), rates, async (document, { rate }) => {
        const timed = changeRate({ ...document, length: 10 }, rate);
        const [planned] = planFiles(timed, firstSettings('apng'));
        const frames = planned.frames.map((frame) => painted(timed, frame));
        const bytes = packed(await apngFile(frames.length, planned.rate), frames.map(pngOf));
        const read: MovingPicture = await readApng(readerOf(bytes), bytes.length);
        const shown = read.frames.map(({ seconds }) => seconds);
        expect(firstWrongTime(shown, planned.rate)).toBeNull();
        for (const [i, frame] of frames.entries()) {
          expectSame(await pixelsOf(await read.still(i)), frame, 2);
        }
        // Brought in again, it runs as long, at the rate it was sent at.
        const duration = shown.reduce((sum, seconds) => sum + seconds, 0);
        const found = rateNear(frames.length, duration, 0.005);
        expect(Math.abs(perSecond(found) / perSecond(planned.rate) - 1)).toBeLessThan(0.01);
        const footage: Footage = video({
          id: 'clip',
          width: 160,
          height: 90,
          duration,
          rate: found,
        });
        const landed = addLayer(
          { ...timed, layers: [] },
          createFootageLayer('landed', timed, footage),
        );
        expect(landed.layers[0]).toMatchObject({ width: 160, height: 90 });
      }),
      { numRuns: CASES },
    );
  });

  it('shows the same pictures at the same times in a movie of PNGs', async () => {
    await fc.assert(
      fc.asyncProperty(documents(), rates, async (document, { rate }) => {
        const timed = changeRate({ ...document, length: 8 }, rate);
        const [planned] = planFiles(timed, firstSettings('png-mov'));
        const frames = planned.frames.map((frame) => painted(timed, frame));
        const bytes = packed(pngMovie(empty, planned.rate), frames.map(pngOf));
        const { pictures, shown } = await readPngMovie(readerOf(bytes), bytes.length);
        expect(firstWrongTime(shown, planned.rate)).toBeNull();
        expect(shown.reduce((sum, seconds) => sum + seconds, 0)).toBeCloseTo(
          framesToSeconds(frames.length, planned.rate),
          6,
        );
        for (const [i, { from, to }] of pictures.entries()) {
          expectSame(await pixelsOf(bytes.subarray(from, to)), frames[i], 2);
        }
      }),
      { numRuns: CASES },
    );
  });
});

describe('what is saved and opened', () => {
  it('is the same document, with the same pictures', async () => {
    await fc.assert(
      fc.asyncProperty(documents(), async (document) => {
        const kit = {
          name: 'Kit',
          overlays: [document],
          landings: [],
          footage: [],
          fonts: [],
          luts: [],
          recipes: [],
        };
        const read = (await openedKit(await writtenKit(kit))).document.overlays[0];
        expect(read).toEqual(document);
        expectSame(painted(read, 13), painted(document, 13));
      }),
      { numRuns: CASES * 3 },
    );
  });
});
