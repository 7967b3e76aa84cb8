import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createOverlay, createShape, createWords, type Bundle } from '@/core/document';
import { addLayer } from '@/core/edit';
import { fontFamily } from '@/core/fonts';
import { loadFonts } from '@/engine/fonts';
import { loadLuts } from '@/engine/media/luts';
import { pickColour } from '@/engine/stage/picker';

const files: Record<string, Uint8Array> = {};
jest.mock('@/engine/media/mediaStore', () => ({
  readMedia: async (hash: string) => files[hash],
}));
const painted: string[] = [];
jest.mock('@/engine/artist', () => ({
  Artist: class {
    assets = async (bundle: Bundle) => painted.push(bundle.footage[0].media.hash);
    paint = async () => undefined;
    close = () => undefined;
  },
}));
jest.mock('@/core/scene', () => ({ ...jest.requireActual('@/core/scene'), sceneAt: () => null }));
jest.mock('@/paint/browserTools', () => ({
  softwareContext: (width: number, height: number) => ({
    getImageData: () => ({
      width,
      height,
      data: new Uint8ClampedArray(width * height * 4).fill(255),
    }),
  }),
}));

/** A table that turns every colour into one shade. */
const flat = (shade: number): Uint8Array => {
  const lines = Array.from({ length: 8 }, () => `${shade} ${shade} ${shade}`);
  return new TextEncoder().encode(['LUT_3D_SIZE 2', ...lines].join('\n'));
};

/** The file of a family that ships with the app. */
const shipped = (id: string): Uint8Array => {
  const { source, file } = fontFamily(id)!;
  return readFileSync(join('node_modules/@expo-google-fonts', source, file));
};

const mediaOf = (hash: string) => ({ hash, bytes: 100, type: 'text/plain' });

describe('a file that takes the place of another under its id', () => {
  it('is the table of colours that is used', async () => {
    Object.assign(files, { first: flat(0.25), second: flat(0.75) });
    const bundleWith = (hash: string) =>
      ({ luts: [{ id: 'lut', name: 'Evening', media: mediaOf(hash) }] }) as unknown as Bundle;
    const before = (await loadLuts(bundleWith('first')))('lut')!;
    const after = (await loadLuts(bundleWith('second')))('lut')!;
    expect(before.values[0]).toBeCloseTo(0.25);
    expect(after.values[0]).toBeCloseTo(0.75);
    expect((await loadLuts(bundleWith('second')))('gone')).toBeNull();
  });

  it('is the font that words are set in', async () => {
    Object.assign(files, { marker: shipped('permanent-marker'), slab: shipped('zilla-slab') });
    const overlay = createOverlay({ id: 'overlay', created: 0 }, 'Set');
    const words = { ...createWords('words', overlay, 'Kites'), font: 'own' };
    const bundleWith = (hash: string) =>
      ({
        ...{ document: addLayer(overlay, words), overlays: [], footage: [], luts: [] },
        fonts: [{ id: 'own', name: 'Own', media: mediaOf(hash) }],
      }) as unknown as Bundle;
    const nameWith = async (hash: string) => (await loadFonts(bundleWith(hash)))('own')!.fullName;
    expect(await nameWith('marker')).toMatch(/Marker/);
    expect(await nameWith('slab')).toMatch(/Slab/);
  });

  it('is the picture that colours are picked from, and it is painted once', async () => {
    const overlay = createOverlay({ id: 'overlay', created: 0 }, 'Picked');
    const document = addLayer(overlay, createShape('picture', overlay, 'rectangle'));
    const bundleWith = (hash: string) =>
      structuredClone({
        ...{ document, overlays: [], fonts: [], luts: [] },
        footage: [{ id: 'kite', name: 'Kite', media: mediaOf(hash) }],
      }) as unknown as Bundle;
    await pickColour(bundleWith('first'), 'picture', 0, 5, 5);
    await pickColour(bundleWith('first'), 'picture', 0, 6, 5);
    await pickColour(bundleWith('second'), 'picture', 0, 6, 5);
    expect(painted).toEqual(['first', 'second']);
  });
});
