import { MoonError } from '../errors';
import type { Footage, Resource } from '../document/types';
import { quoted } from '../quoted';

export interface MediaType {
  readonly type: Footage['type'] | Resource['kind'];
  readonly extension: string;
  readonly mime: string;
  /** A container that browsers do not open, whatever is in it. */
  readonly foreign?: true;
}

interface Signature extends MediaType {
  readonly matches: (head: Uint8Array) => boolean;
}

const ascii = (head: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...head.subarray(at, at + length));
const starts =
  (...bytes: readonly number[]) =>
  (head: Uint8Array) =>
    bytes.every((byte, i) => head[i] === byte);
const riff = (form: string) => (head: Uint8Array) =>
  ascii(head, 0, 4) === 'RIFF' && ascii(head, 8, 4) === form;
/** ISO base media: the brand tells sound from video and QuickTime from MP4. */
const brand = (test: (name: string) => boolean) => (head: Uint8Array) =>
  ascii(head, 4, 4) === 'ftyp' && test(ascii(head, 8, 4));

/** The brand of AVIF files that hold several pictures. */
const MOVING_AVIF = 'avis';

/** Whether an AVIF holds several pictures, by its first bytes. */
export const isMovingAvif = (head: Uint8Array): boolean => ascii(head, 8, 4) === MOVING_AVIF;

const foreign = (extension: string, mime: string, matches: Signature['matches']): Signature => ({
  type: 'video',
  extension,
  mime,
  foreign: true,
  matches,
});

const SIGNATURES: readonly Signature[] = [
  { type: 'still', extension: 'png', mime: 'image/png', matches: starts(0x89, 0x50, 0x4e, 0x47) },
  { type: 'still', extension: 'jpg', mime: 'image/jpeg', matches: starts(0xff, 0xd8, 0xff) },
  { type: 'still', extension: 'gif', mime: 'image/gif', matches: (h) => ascii(h, 0, 4) === 'GIF8' },
  { type: 'still', extension: 'webp', mime: 'image/webp', matches: riff('WEBP') },
  { type: 'still', extension: 'svg', mime: 'image/svg+xml', matches: looksLikeSvg },
  { type: 'video', extension: 'mov', mime: 'video/quicktime', matches: brand((b) => b === 'qt  ') },
  {
    type: 'still',
    extension: 'avif',
    mime: 'image/avif',
    matches: brand((b) => b === 'avif' || b === MOVING_AVIF),
  },
  {
    type: 'sound',
    extension: 'm4a',
    mime: 'audio/mp4',
    matches: brand((b) => b.startsWith('M4A')),
  },
  { type: 'video', extension: 'mp4', mime: 'video/mp4', matches: brand(() => true) },
  { type: 'video', extension: 'webm', mime: 'video/webm', matches: starts(0x1a, 0x45, 0xdf, 0xa3) },
  { type: 'sound', extension: 'wav', mime: 'audio/wav', matches: riff('WAVE') },
  { type: 'sound', extension: 'ogg', mime: 'audio/ogg', matches: (h) => ascii(h, 0, 4) === 'OggS' },
  {
    type: 'sound',
    extension: 'flac',
    mime: 'audio/flac',
    matches: (h) => ascii(h, 0, 4) === 'fLaC',
  },
  foreign('avi', 'video/x-msvideo', riff('AVI ')),
  foreign('wmv', 'video/x-ms-wmv', starts(0x30, 0x26, 0xb2, 0x75, 0x8e, 0x66, 0xcf, 0x11)),
  foreign('flv', 'video/x-flv', starts(0x46, 0x4c, 0x56, 0x01)),
  foreign('mpg', 'video/mpeg', starts(0, 0, 1, 0xba)),
  foreign('ts', 'video/mp2t', (head) => head[0] === 0x47 && head[188] === 0x47),
  { type: 'font', extension: 'ttf', mime: 'font/ttf', matches: starts(0, 1, 0, 0) },
  { type: 'font', extension: 'otf', mime: 'font/otf', matches: (h) => ascii(h, 0, 4) === 'OTTO' },
  { type: 'font', extension: 'woff', mime: 'font/woff', matches: (h) => ascii(h, 0, 4) === 'wOFF' },
  {
    type: 'font',
    extension: 'woff2',
    mime: 'font/woff2',
    matches: (h) => ascii(h, 0, 4) === 'wOF2',
  },
  { type: 'lut', extension: 'cube', mime: 'text/plain', matches: looksLikeCube },
  { type: 'sound', extension: 'mp3', mime: 'audio/mpeg', matches: looksLikeMp3 },
];

/** Endings of all files that can be brought in, by this browser alone or by a server's copy. */
export const READABLE_EXTENSIONS: readonly string[] = SIGNATURES.map(({ extension }) => extension);

const PLAINLY_READ = SIGNATURES.filter((signature) => !signature.foreign)
  .map(({ extension }) => extension.toUpperCase())
  .join(', ');

function looksLikeSvg(head: Uint8Array): boolean {
  const text = new TextDecoder().decode(head);
  return /^\uFEFF?\s*(<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(text) && /<svg[\s>]/i.test(text);
}

function looksLikeCube(head: Uint8Array): boolean {
  const text = new TextDecoder().decode(head);
  return /^\uFEFF?(\s*(#.*)?[\r\n])*\s*(TITLE\s|LUT_[13]D_|DOMAIN_)/.test(text);
}

function looksLikeMp3(head: Uint8Array): boolean {
  return ascii(head, 0, 3) === 'ID3' || (head[0] === 0xff && (head[1] & 0xe0) === 0xe0);
}

/**
 * What a file is, told by its first bytes and never by its name.
 * @param head the first 4096 bytes, or all of a shorter file
 * @throws MoonError 'media-empty' | 'media-unreadable'
 */
export function sniffMedia(head: Uint8Array, name: string): MediaType {
  if (head.length === 0) {
    throw new MoonError(
      'media-empty',
      `${quoted(name)} is empty: it holds no bytes. Export it again, then bring it in.`,
    );
  }
  const found = SIGNATURES.find((signature) => signature.matches(head));
  if (!found) {
    throw new MoonError(
      'media-unreadable',
      `${quoted(name)} is not a video, picture, sound, font or table of colours that can be read here. Bring in one of these: ${PLAINLY_READ}.`,
    );
  }
  const { matches: _, ...type } = found;
  return type;
}
