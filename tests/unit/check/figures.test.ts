import { create, type Font } from 'fontkit';
import { wcagContrast } from 'culori';
import { readFileSync } from 'node:fs';
import subsetFont from 'subset-font';
import { judge, type Verdict } from '@/core/check';
import { placeAt, type Layer, type Overlay } from '@/core/document';
import { edited } from '@/core/edit';
import { FORMATS } from '@/core/formats';
import { quoted } from '@/core/quoted';
import { band, overlay, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { checked, finding, FINE, measure } from './measured';

/** Texts of many scripts, of none, and of what is no letter at all. */
const TEXTS: readonly string[] = [
  ...['Wind', 'ΑΝΕΜΟΣ', 'ветер', 'مرحبا بالعالم', 'שלום', 'नमस्ते', 'বাতাস', 'காற்று', 'ลมแรง', 'ខ្យល់'],
  ...[
    '바람',
    '風が吹く',
    '风筝',
    'ქარი',
    'ነፋስ',
    'Gió mạnh',
    '🪁🪁',
    'é',
    '123',
    '…',
    '',
    '   ',
    '\n\n',
    '\u200d',
    'a\u0301',
  ],
];

/** A font of a few figures, of a kind that tells no height of capitals. */
let bare: Font;
beforeAll(async () => {
  const whole = readFileSync(
    require.resolve(`@expo-google-fonts/anton/400Regular/Anton_400Regular.ttf`),
  );
  const font = await subsetFont(whole, '123…', { targetFormat: 'truetype' });
  const tables = Array.from({ length: font.readUInt16BE(4) }, (_, i) => 12 + i * 16);
  const os2 = tables.find((at) => font.toString('latin1', at, at + 4) === 'OS/2')!;
  // Version 1 of the table ends before the height of capitals.
  font.writeUInt16BE(1, font.readUInt32BE(os2 + 8));
  bare = create(font) as Font;
});
const own = { ...assets, font: (id: string) => (id === 'bare' ? bare : assets.font(id)) };

const everyText = (verdict: Verdict): readonly string[] => [
  verdict.sentence,
  ...verdict.findings.flatMap(({ title, detail, repairs }) => [
    title,
    detail,
    ...repairs.map(({ label }) => label),
  ]),
  ...verdict.others.map(({ outcome }) => outcome.reason),
];

/** What a verdict says, and what its repairs make, are in figures and words that a person can use. */
function expectSound(document: Overlay, format: (typeof FORMATS)[number] | null = null): void {
  const size = { width: 96, height: 54 };
  const contrast = [{ frame: 0, ratio: 1.2 }];
  const measured = measure(document, undefined, { assets: own, contrast, size });
  const verdict = judge(checked(document, measured, { format }));
  for (const text of everyText(verdict)) {
    expect(text).not.toMatch(/NaN|Infinity|undefined|null|\[object/);
  }
  for (const { repairs } of verdict.findings) {
    for (const { apply } of repairs) expect(() => edited(document, apply)).not.toThrow();
  }
}

const short = (layers: readonly Layer[]) => overlay({ length: 6, layers, lengthFollows: false });

describe('what Check says', () => {
  it.each(TEXTS)('has no figure that is none: %j', (text) => {
    for (const font of ['anton', 'caveat', 'bare'])
      expectSound(short([words(text, { font, to: 6 })]));
  });

  it.each([
    ['words without a size', words('Wind', { to: 6, place: { ...placeAt(960, 540), scale: 0 } })],
    [
      'words at the least scale',
      words('Wind', { to: 6, place: { ...placeAt(960, 540), scale: 1e-9 } }),
    ],
    ['words that are never on show', words('Wind', { from: 5, to: 5 })],
    ['words from after the end', words('Wind', { from: 50, to: 90 })],
    ['words without opacity', words('Wind', { to: 6, opacity: 0 })],
    ['a shape without a size', band({ to: 6, place: { ...placeAt(960, 540), scale: 0 } })],
    ['a shape far outside', band({ to: 6, place: placeAt(-99_999, 99_999) })],
  ] as const)('nor of %s', (_what, layer) => {
    expectSound(short([layer]));
    for (const format of FORMATS) expectSound(short([layer]), format);
  });

  it('nor of no layers at all', () => expectSound(short([])));

  it('measures words by the height of their own letters where the script has no capitals', () => {
    const heightOf = (text: string, font: string) => {
      const document = short([words(text, { font, to: 6 })]);
      return measure(document, [0], { assets: own }).words[0];
    };
    expect(heightOf('Wind', 'anton')).toMatchObject({ capitals: true });
    const dots = heightOf('…', 'bare');
    expect(dots.capitals).toBe(false);
    expect(dots.letterHeight).toBeGreaterThan(5);
  });
});

describe('letters that a font lacks', () => {
  it('are named, and turn no sentence round', () => {
    const document = short([words('Wind مر', { name: 'مر', to: 6 })]);
    const found = finding('missing-letters', checked(document, measure(document, [0])))!;
    expect(found.severity).toBe('stops');
    expect(found.title).toBe('The font of “\u2068مر\u2069” lacks letters');
    expect(found.detail).toContain('“\u2068م\u2069”, “\u2068ر\u2069”');
    expect(quoted('Wind')).toBe('“Wind”');
  });
});

it('letters that leave nothing to be drawn are named too', () => {
  const document = short([words('مر', { to: 6, size: 1, place: { ...placeAt(9, 9), scale: 0 } })]);
  expect(finding('missing-letters', checked(document, measure(document, [0])))).not.toBeNull();
});

describe('the repair of poor contrast', () => {
  it.each(['#b3432b', '#ff0000', '#e9a23b', '#3f7d6b', '#4b2e73', '#777777', '#000000', '#ffffff'])(
    'gives %s what has more contrast with it, black or white',
    (colour) => {
      const document = short([
        words('Wind', { to: 6, fill: { kind: 'colour', colour, opacity: 1 } }),
      ]);
      const measured = measure(document, [0], { contrast: [{ frame: 0, ratio: 1.5 }], size: FINE });
      const { repairs } = finding('poor-contrast', checked(document, measured))!;
      const [mended] = repairs[0].apply(document).layers as readonly ReturnType<typeof words>[];
      const reached = wcagContrast(mended.border!.colour, colour);
      expect(reached).toBe(
        Math.max(wcagContrast('#000000', colour), wcagContrast('#ffffff', colour)),
      );
    },
  );
});
