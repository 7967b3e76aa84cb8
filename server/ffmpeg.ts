import { execFile, spawn, type ChildProcess } from 'node:child_process';

/** Whether ffmpeg can be run here. */
export const hasFfmpeg = (): Promise<boolean> =>
  new Promise((resolve) => execFile('ffmpeg', ['-version'], (error) => resolve(error === null)));

/** BT.709 in limited range, converted and tagged, so that no reader has to guess. */
const COLOUR = [
  '-vf',
  'scale=out_color_matrix=bt709:out_range=tv,' +
    'setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv',
];

/** Encoder arguments by format; nothing a client sends becomes an argument but checked numbers. */
const ENCODERS: Readonly<Record<string, { args: readonly string[]; extension: string }>> = {
  prores4444: {
    extension: 'mov',
    args: [
      ...COLOUR,
      ...'-c:v prores_ks -profile:v 4444 -pix_fmt yuva444p10le -qscale:v 5 -vendor apl0'.split(' '),
    ],
  },
};

export const SERVER_FORMATS = Object.keys(ENCODERS);

export const extensionOf = (format: string): string => ENCODERS[format].extension;

interface EncodeInput {
  readonly format: string;
  readonly rate: { readonly num: number; readonly den: number };
}

/** Starts an ffmpeg that reads PNG frames from its standard input and writes `file`. */
export function startEncode({ format, rate }: EncodeInput, file: string): ChildProcess {
  const input = [
    '-f',
    'image2pipe',
    '-c:v',
    'png',
    '-framerate',
    `${rate.num}/${rate.den}`,
    '-i',
    '-',
  ];
  const args = ['-v', 'error', '-nostdin', '-y', ...input, ...ENCODERS[format].args, file];
  return spawn('ffmpeg', args, { stdio: ['pipe', 'ignore', 'pipe'] });
}
