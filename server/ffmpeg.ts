import { execFile } from 'node:child_process';
import { availableParallelism } from 'node:os';

/** Whether ffmpeg can be run here. */
export const hasFfmpeg = (): Promise<boolean> =>
  new Promise((resolve) => execFile('ffmpeg', ['-version'], (error) => resolve(error === null)));

/** Without shortcuts: those of speed make pictures two levels darker. */
const ACCURATELY = 'flags=bicubic+accurate_rnd+full_chroma_int+full_chroma_inp';

/** Tagged, so that no reader has to guess. */
const TAGGED = 'setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';

/** What a film's codes stand for. */
export interface CopiedColours {
  /** The matrix by which codes are read that say nothing themselves; null where they do. */
  readonly matrix: 'bt601' | 'bt709' | null;
  /** A table, in the folder ffmpeg runs in, that brings wide colours to those of BT.709. */
  readonly table: string | null;
}

/** BT.709 in limited range. */
function toBt709({ matrix, table }: CopiedColours): string {
  const read = matrix ? `in_color_matrix=${matrix}:` : '';
  const written = 'out_color_matrix=bt709:out_range=tv:';
  if (!table) return `scale=${read}${written}${ACCURATELY},${TAGGED}`;
  const narrowed = `format=gbrp16le,lut3d=file=${table}:interp=tetrahedral`;
  return `scale=${read}${ACCURATELY},${narrowed},scale=${written}${ACCURATELY},${TAGGED}`;
}

const PRORES = [
  ...'-c:v prores_ks -profile:v 4444 -pix_fmt yuva444p10le -qscale:v 5 -vendor apl0'.split(' '),
  ...'-c:a pcm_s16le'.split(' '),
];

/** Pixels of one picture of a file from outside: somewhat more than 8K has. */
export const MOST_PIXELS = 40_000_000;

/** Bytes of one piece of memory, and threads. */
const MOST = ['-max_alloc', `${1024 ** 3}`, '-threads', `${Math.min(8, availableParallelism())}`];

const QUIETLY = ['-v', 'error', '-nostdin', '-y', ...MOST];

/** A file from outside may only be media: no playlist of its own makes ffmpeg open other files. */
export const READ_SAFELY = [
  ...['-protocol_whitelist', 'file'],
  ...['-format_whitelist', 'mov,matroska,avi,asf,mpeg,mpegts,flv,mp3,wav,ogg,flac,aac,aiff'],
];

export type ProxyKind = 'solid' | 'clear' | 'sound';

/** H.264 of high quality, with a key frame often enough for quick seeking. */
const SOLID = '-c:v libx264 -preset veryfast -crf 10 -g 30 -pix_fmt yuv420p'.split(' ');
const EVEN = 'pad=ceil(iw/2)*2:ceil(ih/2)*2';
/** Frames at their own times: none is shown twice to fill a gap. */
const TIMES = ['-fps_mode', 'vfr'];
const AAC = '-c:a aac -b:a 192k -ac 2 -movflags +faststart'.split(' ');
const STREAMS = '-map 0:v:0? -map 0:a:0? -sn -dn'.split(' ');

const PROXIES: Readonly<Record<ProxyKind, (colours: CopiedColours) => readonly string[]>> = {
  solid: (colours) => [
    ...STREAMS,
    ...['-vf', `${EVEN},${toBt709(colours)}`, ...TIMES, ...SOLID, ...AAC],
  ],
  clear: (colours) => [...STREAMS, '-vf', toBt709(colours), ...TIMES, ...PRORES],
  sound: () => ['-vn', ...AAC],
};

/** Arguments to copy `source` into `file`, with its progress on standard output. */
export const proxyArgs = (
  kind: ProxyKind,
  colours: CopiedColours,
  source: string,
  file: string,
): readonly string[] => [
  ...QUIETLY,
  ...'-progress pipe:1'.split(' '),
  ...READ_SAFELY,
  ...['-max_pixels', `${MOST_PIXELS}`],
  ...['-i', source],
  ...PROXIES[kind](colours),
  file,
];
