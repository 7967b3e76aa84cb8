import { checkSvg } from '@/core/footage/svg';

const svg = (inner: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="64" height="36">${inner}</svg>`;
const read = (inner: string) => () => checkSvg(svg(inner), 'kite.svg');

/** Each group shows the one before ten times: `levels` of them draw ten to that power. */
const multiplied = (levels: number, refer: (id: string) => string) =>
  Array.from(
    { length: levels },
    (_, level) =>
      `<g id="g${level}">${level === 0 ? '<rect width="1" height="1"/>' : refer(`g${level - 1}`).repeat(10)}</g>`,
  ).join('');

describe('drawings from elsewhere', () => {
  it('are read where they repeat parts within reason, many and plain ones too', () => {
    expect(read(multiplied(4, (id) => `<use href="#${id}"/>`))).not.toThrow();
    expect(read('<path d="M0 0h1"/>'.repeat(20_000))).not.toThrow();
    expect(
      read('<linearGradient id="a"/><rect fill="url(#a)"/><use href="#missing"/>'),
    ).not.toThrow();
  });

  it.each([
    ['uses that multiply', multiplied(12, (id) => `<use href="#${id}"/>`)],
    ['the older way to use', multiplied(12, (id) => `<use xlink:href="#${id}"/>`)],
    ['patterns that multiply', multiplied(12, (id) => `<rect style="fill:url('#${id}')"/>`)],
    ['a part that contains itself', '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'],
  ])('are refused for %s', (_name, inner) => {
    expect(read(inner)).toThrow(/repeats parts of itself/);
  });

  it('are refused where they are nested without an end', () => {
    expect(read('<g>'.repeat(5000) + '</g>'.repeat(5000))).toThrow(/nested more than/);
  });
});
