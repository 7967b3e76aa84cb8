import type { Rate, Seconds } from '../../time';
import { ascii, big, concat, readBig } from '../../bytes';
import type { GrowingFile } from './growing';
import { atomIn, readMoov } from './moov';
import type { ReadFile, ByteRange } from './movingPicture';

interface Size {
  readonly width: number;
  readonly height: number;
}

const atom = (type: string, ...parts: readonly Uint8Array[]): Uint8Array => {
  const body = concat(...parts);
  return concat(big(4, body.length + 8), ascii(type), body);
};

/** An atom with a version, which is 0, and flags. */
const full = (type: string, flags: number, ...parts: readonly Uint8Array[]): Uint8Array =>
  atom(type, big(4, flags), ...parts);

const FILE_TYPE = atom('ftyp', ascii('qt  '), big(4, 0x200), ascii('qt  '));

/** The head of the media data, whose 64-bit size is known last. */
const MEDIA_HEAD = 16;
const FIRST_PICTURE = FILE_TYPE.length + MEDIA_HEAD;

const ONE = 0x10000;
const IDENTITY = concat(big(4, ONE), big(12, 0), big(4, ONE), big(12, 0), big(4, 0x40000000));

/** The track is on, and part of the movie and of its preview. */
const TRACK_ON = 0x07;

/** The picture's own alpha is used, and it is straight. */
const STRAIGHT_ALPHA = 0x100;

/** The data lie in this very file. */
const SELF = 1;

/**
 * A QuickTime movie whose frames are PNG pictures (QuickTime File Format, codec `png `): nothing is
 * lost, straight alpha.
 */
export function pngMovie(size: Size, rate: Rate): GrowingFile {
  const sizes: number[] = [];
  const head = concat(FILE_TYPE, big(4, 1), ascii('mdat'), big(8, 0));
  return {
    add: (picture) => {
      sizes.push(picture.length);
      return sizes.length === 1 ? concat(head, picture) : picture;
    },
    finish: () => {
      const media = sizes.reduce((sum, bytes) => sum + bytes, MEDIA_HEAD);
      const patch = { at: FILE_TYPE.length + 8, bytes: big(8, media) };
      return { tail: movie(size, rate, sizes), patches: [patch] };
    },
  };
}

/** Timescale and length in its units: the rate's numerator counts units a second. */
const timing = ({ num, den }: Rate, frames: number) => concat(big(4, num), big(4, frames * den));

function movie(size: Size, rate: Rate, sizes: readonly number[]): Uint8Array {
  const { width, height } = size;
  const times = timing(rate, sizes.length);
  const volume = big(2, 0);
  return atom(
    'moov',
    full(
      'mvhd',
      0,
      big(8, 0),
      times,
      big(4, ONE),
      volume,
      big(10, 0),
      IDENTITY,
      big(24, 0),
      big(4, 2),
    ),
    atom(
      'trak',
      full(
        'tkhd',
        TRACK_ON,
        concat(big(8, 0), big(4, 1), big(4, 0), times.subarray(4), big(16, 0), IDENTITY),
        concat(big(4, width * ONE), big(4, height * ONE)),
      ),
      atom(
        'mdia',
        full('mdhd', 0, big(8, 0), times, big(4, 0)),
        handler('mhlr', 'vide'),
        atom(
          'minf',
          full('vmhd', 1, big(2, STRAIGHT_ALPHA), big(6, 0)),
          handler('dhlr', 'alis'),
          atom('dinf', full('dref', 0, big(4, 1), full('alis', SELF))),
          sampleTable(size, rate, sizes),
        ),
      ),
    ),
  );
}

const handler = (type: string, kind: string): Uint8Array =>
  full('hdlr', 0, ascii(type), ascii(kind), big(12, 0), big(1, 0));

function sampleTable(size: Size, { den }: Rate, sizes: readonly number[]): Uint8Array {
  const count = big(4, sizes.length);
  let at = FIRST_PICTURE;
  const places = sizes.map((bytes) => {
    const place = big(8, at);
    at += bytes;
    return place;
  });
  return atom(
    'stbl',
    full('stsd', 0, big(4, 1), description(size)),
    full('stts', 0, big(4, 1), count, big(4, den)),
    // Every chunk is one frame.
    full('stsc', 0, big(4, 1), big(4, 1), big(4, 1), big(4, 1)),
    full('stsz', 0, big(4, 0), count, ...sizes.map((bytes) => big(4, bytes))),
    full('co64', 0, count, ...places),
  );
}

/** Primaries, transfer and matrix of ITU-R BT.709, which films with sRGB colours are tagged with. */
const COLOUR = atom('colr', ascii('nclc'), big(2, 1), big(2, 1), big(2, 1));

function description({ width, height }: Size): Uint8Array {
  const dotsPerInch = big(4, 72 * ONE);
  const name = concat(Uint8Array.of(3), ascii('PNG'), big(28, 0));
  return atom(
    'png ',
    concat(big(6, 0), big(2, SELF), big(16, 0), big(2, width), big(2, height)),
    concat(dotsPerInch, dotsPerInch, big(4, 0), big(2, 1), name),
    // 32 bits a pixel, which says that there is alpha; no table of colours.
    concat(big(2, 32), big(2, 0xffff)),
    COLOUR,
  );
}

/** What lies in a movie of PNG pictures. */
interface PngMovie {
  readonly size: Size;
  readonly pictures: readonly ByteRange[];
  /** How long each of them shows. */
  readonly shown: readonly Seconds[];
}

/**
 * Where the pictures of a movie lie that `pngMovie` wrote.
 * @param read the bytes of the file from `from` to before `to`
 * @param bytes of the whole file
 * @throws Error where it is another kind of file
 */
export async function readPngMovie(read: ReadFile, bytes: number): Promise<PngMovie> {
  return picturesIn(await readMoov(read, bytes));
}

function picturesIn(moov: Uint8Array): PngMovie {
  const sizes = atomIn(moov, 'stsz') + 8;
  const places = atomIn(moov, 'co64') + 4;
  const entry = atomIn(moov, 'png ');
  const pictures = Array.from({ length: readBig(moov, sizes, 4) }, (_, i) => {
    const from = readBig(moov, places + 4 + i * 8, 8);
    return { from, to: from + readBig(moov, sizes + 4 + i * 4, 4) };
  });
  const size = { width: readBig(moov, entry + 24, 2), height: readBig(moov, entry + 26, 2) };
  return { size, pictures, shown: shownIn(moov) };
}

/** By the table that says how many samples in a row take how many units of the track's time. */
function shownIn(moov: Uint8Array): readonly Seconds[] {
  const units = readBig(moov, atomIn(moov, 'mdhd') + 12, 4);
  const table = atomIn(moov, 'stts') + 4;
  return Array.from({ length: readBig(moov, table, 4) }, (_, i) => {
    const [count, length] = [4, 8].map((field) => readBig(moov, table + i * 8 + field, 4));
    return Array.from({ length: count }, () => length / units);
  }).flat();
}
