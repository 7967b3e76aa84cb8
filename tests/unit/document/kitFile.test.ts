import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import {
  createInk,
  readDocument,
  readEntry,
  type InkLayer,
  type Kit,
  type Stroke,
} from '@/core/document';
import { openedKit, packedKit, sha256, writtenKit } from '../../support/kitFile';
import { after, band, move, overlay, video, words } from '../fixtures';

const CONTENT = strToU8('pretend video');
const HASH = sha256(CONTENT);

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
const listOf = (change: object = {}) =>
  strToU8(JSON.stringify({ format: 'moon-patch-kit', version: 1, kit, ...change }));
const path = `media/${HASH}.webm`;
const openBytes = (bytes: Uint8Array) => openedKit(new Blob([bytes as BlobPart]));
const open = (files: Record<string, Uint8Array>) => openBytes(zipSync(files));

describe('kit files', () => {
  it('come back as they were written', async () => {
    const read = await openedKit(await writtenKit(kit, media));
    expect(read).toMatchObject({ document: kit, told: [], leftOut: [] });
    expect([...read.media.get(HASH)!]).toEqual([...CONTENT]);
  });

  it('are zips that other programs read and write', async () => {
    const files = unzipSync(new Uint8Array(await (await writtenKit(kit, media)).arrayBuffer()));
    expect(Object.keys(files).sort()).toEqual(['kit.json', `media/${HASH}.webm`]);
    expect(JSON.parse(strFromU8(files['kit.json']))).toMatchObject({ kit });
    expect((await openBytes(packedKit(kit, media))).document).toEqual(kit);
  });

  it('open with all that is right in them, and say what is not', async () => {
    const bad = { ...overlay({ id: 'bad', name: 'Torn' }), width: 'wide' };
    const list = { kit: { ...kit, overlays: [...kit.overlays, bad] } };
    const read = await open({ 'kit.json': listOf(list), [path]: strToU8('other bytes') });
    expect(read.document).toEqual(kit);
    expect(read.leftOut).toEqual([{ from: 'Torn', value: bad }]);
    expect(read.told).toEqual([
      expect.stringMatching(/“Torn” could not be read and was left out: .*width/),
      expect.stringMatching(/file of “Clip” is missing from the kit file or damaged/),
    ]);
    expect(read.media.size).toBe(0);
    expect((await open({ 'kit.json': listOf() })).told).toEqual([
      expect.stringMatching(/file of “Clip” is missing/),
    ]);
  });

  const wrong: readonly [string, () => Promise<unknown>, RegExp][] = [
    ['no zip at all', () => openBytes(strToU8('hello')), /not a kit file, or it is cut off/],
    ['an empty file', () => openBytes(new Uint8Array()), /not a kit file/],
    ['a cut-off zip', () => openBytes(packedKit(kit, media).slice(0, 400)), /cut off/],
    [
      'media that unpack to far more than they are',
      () => openBytes(zipSync({ 'kit.json': listOf(), [path]: new Uint8Array(1e7) }, { level: 9 })),
      /unpack to far more/,
    ],
    ['a missing list', () => open({ [path]: CONTENT }), /kit\.json\) is missing/],
    [
      'a path that climbs out',
      () => open({ 'kit.json': listOf(), '../evil.sh': CONTENT }),
      /does not belong|not a kit file/,
    ],
    [
      'an absolute path',
      () => open({ 'kit.json': listOf(), '/etc/passwd': CONTENT }),
      /does not belong|not a kit file/,
    ],
    [
      'an unknown field',
      () => open({ 'kit.json': listOf({ kit: { ...kit, extra: 1 } }), [path]: CONTENT }),
      /extra/,
    ],
    ['no JSON', () => open({ 'kit.json': strToU8('{') }), /cannot be read/],
    [
      'something else’s JSON',
      () => open({ 'kit.json': strToU8('{"format":"other"}') }),
      /not a Moon Patch kit/,
    ],
    ['a newer version', () => open({ 'kit.json': listOf({ version: 3 }) }), /newer Moon Patch/],
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

describe('drawings in kit files', () => {
  const LEAST = { brush: 'pen', colour: '#ffffff', size: 8, opacity: 1, smoothing: 0 };
  const stroke = (index: number, points: number): Stroke => ({
    ...{ ...LEAST, id: `s${index}`, fill: null, sensed: true, pause: index },
    points: Array.from({ length: points * 5 }, (_, i) =>
      i % 5 < 2 ? ((index * 7919 + i * 104_729) % 190_000) / 100 : i % 5 === 4 ? i * 1.7 : 0.37,
    ),
  });
  const drawnKit = (lists: readonly (readonly Stroke[])[]): Kit => {
    const base = overlay({ id: 'drawn', name: 'Drawn' });
    const drawings = lists.map((strokes, i) => ({ id: `d${i}`, hold: 1, strokes }));
    return {
      ...kit,
      overlays: [{ ...base, layers: [{ ...createInk('ink', base, 'd'), drawings }] }],
    };
  };
  const strokes = (count: number, points: number, from = 0) =>
    Array.from({ length: count }, (_, i) => stroke(from + i, points));
  const unpacked = async (given: Kit) =>
    unzipSync(new Uint8Array(await (await writtenKit(given, media)).arrayBuffer()));

  it('lie in an entry of their own, a stroke a line, where they are long', async () => {
    const given = drawnKit([strokes(30, 40), strokes(2, 3, 30), strokes(20, 40, 32)]);
    const files = await unpacked(given);
    const lines = strFromU8(files['drawings/drawn.jsonl']).trimEnd().split('\n');
    expect(lines).toHaveLength(50);
    expect(JSON.parse(lines[0])).toEqual(stroke(0, 40));
    const list = JSON.parse(strFromU8(files['kit.json'])) as { kit: Kit };
    const [{ layers }] = list.kit.overlays as unknown as { layers: InkLayer[] }[];
    expect(layers[0].drawings.map((drawing) => drawing.strokes)).toEqual([
      30,
      expect.any(Array),
      20,
    ]);
    expect(await openedKit(await writtenKit(given, media))).toMatchObject({
      document: given,
      told: [],
    });
  });

  it('are saved and opened as large as they may be: 3,800 strokes of 200 points', async () => {
    const given = drawnKit([strokes(3800, 200)]);
    const file = await writtenKit(given, media);
    expect(file.size).toBeLessThan(JSON.stringify(given).length / 2);
    const [read] = (await openedKit(file)).document.overlays;
    // Jest takes minutes to compare so many numbers one by one.
    expect(JSON.stringify(read) === JSON.stringify(given.overlays[0])).toBe(true);
  });

  it.each([
    ['missing', () => null],
    ['cut off', (text: string) => text.slice(0, 900)],
    ['too few', (text: string) => text.slice(0, text.indexOf('\n') + 1)],
    ['no JSON', (text: string) => text.replace('{', '[')],
  ])('are told where they are %s, and all else opens', async (_what, change) => {
    const given = drawnKit([strokes(30, 40)]);
    const { 'drawings/drawn.jsonl': own, ...others } = await unpacked(given);
    const changed = change(strFromU8(own));
    const read = await open({
      ...others,
      ...(changed === null ? {} : { 'drawings/drawn.jsonl': strToU8(changed) }),
    });
    expect(read.told).toEqual([
      expect.stringMatching(/strokes of drawings in “Drawn” are missing/),
    ]);
    const [layer] = read.document.overlays[0].layers as readonly InkLayer[];
    expect(layer.drawings).toEqual([{ id: 'd0', hold: 1, strokes: [] }]);
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
