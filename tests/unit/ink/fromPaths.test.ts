import { readDocument, type InkLayer } from '@/core/document';
import { centreLines } from '@/core/ink/centreLines';
import { subpathsOf } from '@/core/ink/curves';
import { strokesFromSvg } from '@/core/ink/fromSvg';
import { inkFromWords } from '@/core/edit/inkFromWords';
import { unpacked } from '../../golden/ink';
import { overlay, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { differingPixels, painted, visiblePixels } from '../pixels';

const ids = () => {
  let count = 0;
  return () => `id-${count++}`;
};

describe('centre lines', () => {
  const lines = (d: string) => centreLines(subpathsOf(d));

  it('of a bar run along its middle, as wide as it is', () => {
    const [line, ...others] = lines('M0 0H200V20H0Z');
    expect(others).toEqual([]);
    line.forEach(({ at: [, y] }) => expect(Math.abs(y - 10)).toBeLessThan(1.5));
    const middle = line[Math.floor(line.length / 2)];
    expect(middle.width).toBeCloseTo(20, -0.5);
    expect(line.at(-1)!.at[0] - line[0].at[0]).toBeGreaterThan(170);
  });

  it('of a cross are two that go straight on through each other', () => {
    const found = lines('M40 0H60V40H100V60H60V100H40V60H0V40H40Z');
    expect(found).toHaveLength(2);
    for (const line of found) {
      const [from, to] = [line[0].at, line.at(-1)!.at];
      expect(Math.hypot(to[0] - from[0], to[1] - from[1])).toBeGreaterThan(75);
    }
  });

  it('of a bar with a dot over it are a line and a dot', () => {
    const found = lines('M0 40H20V140H0ZM10 0a10 10 0 1 1 0 20a10 10 0 1 1 0 -20Z');
    expect(found.length).toBe(2);
    const [dot] = found.toSorted((a, b) => a[0].at[1] - b[0].at[1]);
    expect(dot.every(({ at: [x, y] }) => Math.hypot(x - 10, y - 10) < 10)).toBe(true);
    expect(dot[0].width).toBeGreaterThan(14);
  });

  it('of a ring go round once', () => {
    const ring =
      'M-50 0a50 50 0 1 1 100 0a50 50 0 1 1 -100 0ZM-30 0a30 30 0 1 0 60 0a30 30 0 1 0 -60 0Z';
    const found = lines(ring);
    expect(found).toHaveLength(1);
    found[0].forEach(({ at: [x, y] }) => expect(Math.abs(Math.hypot(x, y) - 40)).toBeLessThan(2));
    const length = found[0]
      .slice(1)
      .reduce(
        (sum, { at }, i) => sum + Math.hypot(at[0] - found[0][i].at[0], at[1] - found[0][i].at[1]),
        0,
      );
    expect(length / (2 * Math.PI * 40)).toBeGreaterThan(0.93);
  });
});

describe('words turned into strokes', () => {
  const base = overlay({ length: 120 });
  const layer = words('hill', { font: 'caveat', size: 300 });
  const document = { ...base, layers: [layer] };

  it.each(['centre lines', 'outlines'] as const)('as %s lie where the words were', (as) => {
    const next = inkFromWords(document, 'words', as, assets, ids());
    const [ink] = next.layers as [InkLayer];
    expect(ink).toMatchObject({ kind: 'ink', id: 'words', place: layer.place });
    expect(readDocument(next)).toEqual(next);
    const before = painted(document, 0);
    const written = painted(next, 119);
    const apart = differingPixels(before, written) / visiblePixels(before);
    if (as === 'centre lines') expect(apart).toBeLessThan(0.45);
    const [is, was] = [centre(written), centre(before)];
    expect(Math.hypot(is.x - was.x, is.y - was.y)).toBeLessThan(3);
  });

  it('as centre lines are drawn letter after letter, in few strokes', () => {
    const next = inkFromWords(document, 'words', 'centre lines', assets, ids());
    const { strokes } = (next.layers[0] as InkLayer).drawings[0];
    expect(strokes.length).toBeGreaterThanOrEqual(4);
    expect(strokes.length).toBeLessThanOrEqual(9);
    const starts = strokes.map(({ points }) => Math.min(...unpacked(points).map(({ x }) => x)));
    expect(starts[0]).toBeLessThan(starts.at(-1)!);
  });

  it('are written on when they come', () => {
    const next = inkFromWords(document, 'words', 'centre lines', assets, ids());
    expect(next.layers[0].moves).toMatchObject([{ kind: 'write on', phase: 'arrive' }]);
    expect(visiblePixels(painted(next, 0))).toBe(0);
  });

  it('without a font to draw them say so', () => {
    const none = { ...assets, font: () => undefined };
    const unset = { ...base, layers: [{ ...layer }] };
    expect(() => inkFromWords(unset, 'words', 'outlines', none, ids())).toThrow(/no letters/);
  });
});

function centre(picture: ReturnType<typeof painted>) {
  let [x, y, count] = [0, 0, 0];
  for (let i = 3; i < picture.data.length; i += 4) {
    if (picture.data[i] < 128) continue;
    x += ((i - 3) / 4) % picture.width;
    y += Math.floor((i - 3) / 4 / picture.width);
    count++;
  }
  return { x: x / count, y: y / count };
}

describe('an SVG as strokes', () => {
  const canvas = { width: 1000, height: 500 };
  const svg = (inside: string) => `<svg xmlns="http://www.w3.org/2000/svg">${inside}</svg>`;
  const strokes = (inside: string) => strokesFromSvg(svg(inside), canvas, ids());

  it('takes lines and shapes in their order, with colour and width', () => {
    const all = strokes(
      `<path d="M0 0C10 0 20 10 20 20" fill="none" stroke="red" stroke-width="2"/>
       <g stroke="#00ff00" fill="none"><line x1="0" y1="0" x2="40" y2="20"/></g>
       <circle cx="20" cy="10" r="5" style="fill: blue"/>
       <polygon points="0,0 5,0 5,5" fill="none" stroke="#123456"/>`,
    );
    expect(all.map(({ colour, fill }) => [colour, fill])).toEqual([
      ['#ff0000', null],
      ['#00ff00', null],
      ['#0000ff', '#0000ff'],
      ['#123456', null],
    ]);
    // 40 units wide fill 0.8 of 1000 pixels.
    expect(all[0].size).toBeCloseTo(2 * 20, 5);
  });

  it('is made to fit the canvas about its middle', () => {
    const [line] = strokes('<path d="M100 100L300 100" stroke="black"/>');
    const points = unpacked(line.points);
    expect([points[0].x, points.at(-1)!.x]).toEqual([-400, 400]);
    expect(points.every(({ y }) => y === 0)).toBe(true);
  });

  it('follows transforms, also of groups', () => {
    const [turned] = strokes('<g transform="rotate(90)"><path d="M0 0L100 0" stroke="black"/></g>');
    const xs = unpacked(turned.points).map(({ x }) => x);
    expect(Math.max(...xs) - Math.min(...xs)).toBeLessThan(0.01);
  });

  it('leaves out what is not drawn', () => {
    const inside = `<defs><path d="M0 0L1 1" stroke="red"/></defs>
      <path d="M0 0L1 1" stroke="red" display="none"/><path d="M0 0L9 9" stroke="blue"/>`;
    expect(strokes(inside).map(({ colour }) => colour)).toEqual(['#0000ff']);
  });

  it.each([
    ['nothing to draw', svg('<text>Gust</text>'), /no lines or shapes/],
    ['a torn file', '<svg><path d="M0 0', /damaged/],
  ])('with %s says so', (_what, source, message) => {
    expect(() => strokesFromSvg(source, canvas, ids())).toThrow(message);
  });
});
