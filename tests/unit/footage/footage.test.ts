import { strToU8 } from 'fflate';
import { isMovingAvif, sniffMedia } from '@/core/footage/sniff';
import { checkSvg } from '@/core/footage/svg';

const bytes = (...values: readonly number[]) => new Uint8Array([...values, ...Array(16).fill(0)]);
const box = (brand: string) => new Uint8Array([0, 0, 0, 24, ...strToU8('ftyp'), ...strToU8(brand)]);

describe('recognising files', () => {
  it.each([
    ['png', bytes(0x89, 0x50, 0x4e, 0x47)],
    ['jpg', bytes(0xff, 0xd8, 0xff, 0xe0)],
    ['webm', bytes(0x1a, 0x45, 0xdf, 0xa3)],
    ['gif', strToU8('GIF89a........')],
    ['webp', strToU8('RIFF....WEBPVP8 ')],
    ['wav', strToU8('RIFF....WAVEfmt ')],
    ['flac', strToU8('fLaC............')],
    ['mp4', box('isom')],
    ['mov', box('qt  ')],
    ['m4a', box('M4A ')],
    ['avif', box('avif')],
    ['avi', strToU8('RIFF....AVI LIST')],
    ['mpg', bytes(0, 0, 1, 0xba)],
    ['cube', strToU8('# warm\n\nTITLE "Warm"\nLUT_3D_SIZE 2\n')],
    ['svg', strToU8('<?xml version="1.0"?>\n<svg xmlns="http://www.w3.org/2000/svg"/>')],
  ])('%s by its bytes', (extension, head) => {
    expect(sniffMedia(head, 'whatever.bin').extension).toBe(extension);
  });

  it('refuses a text file whatever its name', () => {
    expect(() => sniffMedia(strToU8('just some notes'), 'notes.mp4')).toThrow(
      /“notes.mp4” is not a video, picture, sound, font or table/,
    );
  });

  it.each(['MP4', 'AVIF', 'CUBE', 'MP3'])('tells that %s would be read', (format) => {
    expect(() => sniffMedia(strToU8('just some notes'), 'notes.mp4')).toThrow(format);
  });

  it('tells an AVIF that moves from one that stands still', () => {
    expect(isMovingAvif(box('avis'))).toBe(true);
    expect(isMovingAvif(box('avif'))).toBe(false);
  });

  it('refuses an empty file', () => {
    expect(() => sniffMedia(new Uint8Array(), 'nothing.png')).toThrow(/is empty/);
  });
});

describe('SVG', () => {
  const svg = (inside: string, head = '') =>
    `${head}<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink">${inside}</svg>`;

  it('takes plain drawings, their own references and embedded pictures', () => {
    expect(() =>
      checkSvg(
        svg(
          '<defs><path id="a" d="M0 0"/></defs><use href="#a"/><rect fill="url(#g)"/><image href="data:image/png;base64,AA=="/>',
        ),
        'a.svg',
      ),
    ).not.toThrow();
  });

  it.each([
    ['a script', svg('<script>1</script>'), /<script>/],
    ['a handler', svg('<rect onload="x()"/>'), /script/],
    ['an outside link', svg('<image xlink:href="https://example.org/a.png"/>'), /outside/],
    ['an outside style', svg('<style>@import "https://example.org/a.css";</style>'), /outside/],
    ['an outside paint', svg('<rect style="fill: url(https://example.org/a.svg#b)"/>'), /outside/],
    ['foreign content', svg('<foreignObject/>'), /foreignobject/],
    ['a script address', svg('<a href="javascript:alert(1)"/>'), /outside/],
    ['entities', svg('', '<!DOCTYPE svg [<!ENTITY a "b">]>'), /entities/],
  ])('refuses %s', (_name, source, message) => {
    expect(() => checkSvg(source, 'a.svg')).toThrow(message);
  });

  it('refuses a damaged file', () => {
    expect(() => checkSvg('<svg><g></svg>', 'a.svg')).toThrow(/is damaged/);
  });
});
