import { strToU8, zipSync } from 'fflate';
import { createHash } from 'node:crypto';
import { readDocument, readEntry, type Kit } from '@/core/document';
import { readKitFile, writeKitFile } from '@/core/document/kitFile';
import { after, band, move, overlay, video, words } from '../fixtures';

const hashOf = async (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const CONTENT = strToU8('pretend video');
const HASH = createHash('sha256').update(CONTENT).digest('hex');

const kit: Kit = {
  name: 'Test kit',
  overlays: [
    overlay({
      layers: [
        band(),
        words('Wind', { moves: [move('m', 'fade', 'arrive', { kind: 'at', frame: 0 })] }),
      ],
    }),
  ],
  landings: [],
  footage: [video({ media: { hash: HASH, extension: 'webm', bytes: CONTENT.length } })],
  fonts: [],
  luts: [],
  recipes: [],
};
const media = new Map([[HASH, CONTENT]]);
const list = (change: object = {}) =>
  strToU8(JSON.stringify({ format: 'moon-patch-kit', version: 1, kit, ...change }));
const open = (files: Record<string, Uint8Array>) => readKitFile(zipSync(files), hashOf);

describe('kit files', () => {
  it('come back as they were written', async () => {
    const read = await readKitFile(writeKitFile({ kit, media }), hashOf);
    expect(read.kit).toEqual(kit);
    expect([...read.media.get(HASH)!]).toEqual([...CONTENT]);
  });

  const path = `media/${HASH}.webm`;
  const wrong: readonly [string, () => Promise<unknown>, RegExp][] = [
    [
      'no zip at all',
      () => readKitFile(strToU8('hello'), hashOf),
      /not a kit file, or it is cut off/,
    ],
    ['an empty file', () => readKitFile(new Uint8Array(), hashOf), /not a kit file/],
    [
      'a cut-off zip',
      () => readKitFile(writeKitFile({ kit, media }).slice(0, 400), hashOf),
      /cut off/,
    ],
    ['a missing list', () => open({ [path]: CONTENT }), /kit\.json\) is missing/],
    ['missing media', () => open({ 'kit.json': list() }), /file of “Clip” is missing/],
    [
      'changed media',
      () => open({ 'kit.json': list(), [path]: strToU8('other bytes') }),
      /changed or damaged/,
    ],
    [
      'a path that climbs out',
      () => open({ 'kit.json': list(), '../evil.sh': CONTENT }),
      /does not belong/,
    ],
    [
      'an absolute path',
      () => open({ 'kit.json': list(), '/etc/passwd': CONTENT }),
      /does not belong/,
    ],
    [
      'wrong types',
      () =>
        open({
          'kit.json': list({ kit: { ...kit, overlays: [{ ...kit.overlays[0], width: '1920' }] } }),
          [path]: CONTENT,
        }),
      /width/,
    ],
    [
      'an unknown field',
      () => open({ 'kit.json': list({ kit: { ...kit, extra: 1 } }), [path]: CONTENT }),
      /extra/,
    ],
    ['no JSON', () => open({ 'kit.json': strToU8('{') }), /cannot be read/],
    [
      'something else’s JSON',
      () => open({ 'kit.json': strToU8('{"format":"other"}') }),
      /not a Moon Patch kit/,
    ],
    ['a newer version', () => open({ 'kit.json': list({ version: 2 }) }), /newer Moon Patch/],
    [
      'deep nesting',
      () => open({ 'kit.json': strToU8('['.repeat(2000) + ']'.repeat(2000)) }),
      /nested too deeply/,
    ],
  ];
  it.each(wrong)('are refused for %s', async (_name, act, message) => {
    await expect(act()).rejects.toThrow(message);
  });
});

describe('documents', () => {
  it('are refused when their cues form a circle', () => {
    const layers = [
      band({
        moves: [move('a', 'fade', 'arrive', after('b')), move('b', 'fade', 'arrive', after('a'))],
      }),
    ];
    expect(() => readDocument(overlay({ layers }))).toThrow(/wait for each other/);
  });

  it.each([
    ['an infinite width', { width: Infinity }],
    ['a rate that is none', { rate: { num: '30', den: 1 } }],
    ['a colour that is none', { backdrop: { kind: 'key', colour: 'green' } }],
    ['an unknown backdrop', { backdrop: { kind: 'fog' } }],
  ])('are refused for %s', (_name, change) => {
    expect(() => readDocument({ ...overlay(), ...change })).toThrow(/not right/);
  });

  it.each([
    ['a negative length', { length: -5 }, { length: 1 }],
    ['a fraction of a frame', { length: 1.5 }, { length: 2 }],
    ['a rate of zero', { rate: { num: 0, den: 1 } }, { rate: { num: 1, den: 1 } }],
    ['a name of 300 letters', { name: 'k'.repeat(300) }, { name: 'k'.repeat(200) }],
  ])('are read within their limits with %s, and it is told', (_name, change, within) => {
    const { document, told, leftOut } = readEntry({ ...overlay(), ...change });
    expect(document).toEqual({ ...overlay(), ...within });
    expect(told).toEqual([expect.stringContaining('beyond the limits')]);
    expect(leftOut).toEqual([]);
  });

  it('from a newer version say so', () => {
    expect(() => readDocument({ ...overlay(), version: 99 })).toThrow(/newer Moon Patch/);
  });
});
