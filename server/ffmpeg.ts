import { execFile } from 'node:child_process';
import { availableParallelism } from 'node:os';

/** Whether ffmpeg can be run here. */
export const hasFfmpeg = (): Promise<boolean> =>
  new Promise((resolve) => execFile('ffmpeg', ['-version'], (error) => resolve(error === null)));

/** BT.709 in limited range, converted and tagged, so that no reader has to guess. */
const BT709 =
  'scale=out_color_matrix=bt709:out_range=tv,' +
  'setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';

const PRORES = [
  ...['-vf', BT709],
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
const SOLID = [
  ...['-vf', `pad=ceil(iw/2)*2:ceil(ih/2)*2,${BT709}`],
  ...'-c:v libx264 -preset veryfast -crf 14 -g 30 -pix_fmt yuv420p'.split(' '),
];
const AAC = '-c:a aac -b:a 192k -ac 2 -movflags +faststart'.split(' ');
const STREAMS = '-map 0:v:0? -map 0:a:0? -sn -dn'.split(' ');

const PROXIES: Readonly<Record<ProxyKind, readonly string[]>> = {
  solid: [...STREAMS, ...SOLID, ...AAC],
  clear: [...STREAMS, ...PRORES],
  sound: ['-vn', ...AAC],
};

/** Arguments to copy `source` into `file`, with its progress on standard output. */
export const proxyArgs = (kind: ProxyKind, source: string, file: string): readonly string[] => [
  ...QUIETLY,
  ...'-progress pipe:1'.split(' '),
  ...READ_SAFELY,
  ...['-max_pixels', `${MOST_PIXELS}`],
  ...['-i', source],
  ...PROXIES[kind],
  file,
];
