import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { untaggedMatrix } from '@/core/colour/coding';
import { writeCube } from '@/core/colour/cube';
import { sdrTable, type WideSpace } from '@/core/colour/toSdr';
import { MOST_PIXELS, proxyArgs, READ_SAFELY, type CopiedColours, type ProxyKind } from '../ffmpeg';
import { Refusal } from '../refusal';
import { Overrun, runProgram, type RunOptions } from './program';

/**
 * Makes a copy that every browser reads.
 * @param told of how much is done, 0 to 1
 * @returns the copy's name in the folder
 * @throws Refusal 422 where the source cannot be read, 500 where the encoder gives up, or the signal's reason
 */
export async function makeCopy(
  source: string,
  folder: string,
  options: RunOptions,
  told: (share: number) => void,
): Promise<string> {
  const { kind, colours, duration } = await lookInto(source, folder, options);
  const name = `copy.${kind === 'clear' ? 'mov' : 'mp4'}`;
  const args = proxyArgs(kind, colours, source, join(folder, name));
  const { signal, run } = options;
  await runProgram('ffmpeg', args, { signal, run, folder }, (words) => {
    const microseconds = /out_time_us=(\d+)/.exec(words)?.[1];
    if (microseconds && duration > 0) told(Math.min(1, Number(microseconds) / 1e6 / duration));
  });
  return name;
}

interface Stream {
  readonly codec_type: string;
  readonly pix_fmt?: string;
  readonly width?: number;
  readonly height?: number;
  readonly color_space?: string;
  readonly color_transfer?: string;
  readonly color_primaries?: string;
}

interface Probed {
  readonly streams: readonly Stream[];
  readonly format: { readonly duration?: string };
}

/** @throws Refusal 422 when it holds nothing that can be read */
async function lookInto(
  source: string,
  folder: string,
  options: RunOptions,
): Promise<{ kind: ProxyKind; colours: CopiedColours; duration: number }> {
  const colours = 'color_space,color_transfer,color_primaries';
  const entries = `format=duration:stream=codec_type,pix_fmt,width,height,${colours}`;
  const shown = ['-show_entries', entries, '-of', 'json'];
  const args = ['-v', 'error', ...READ_SAFELY, ...shown, source];
  const found = await runProgram('ffprobe', args, options).catch((error: unknown) => {
    options.signal.throwIfAborted();
    if (error instanceof Overrun) throw error;
    throw new Refusal(422, 'The server cannot read this file either.');
  });
  const { streams, format } = JSON.parse(found) as Probed;
  const video = streams.find((stream) => stream.codec_type === 'video');
  if (!video && !streams.some((stream) => stream.codec_type === 'audio')) {
    throw new Refusal(422, 'This file holds neither video nor sound.');
  }
  if (video && (video.width ?? 0) * (video.height ?? 0) > MOST_PIXELS) {
    throw new Refusal(422, `Its pictures are larger than ${MOST_PIXELS / 1e6} million pixels.`);
  }
  const clear = /^(yuva|rgba|argb|bgra|abgr|gbrap|ya)/.test(video?.pix_fmt ?? '');
  const kind = video ? (clear ? 'clear' : 'solid') : 'sound';
  return {
    kind,
    colours: video ? await coloursOf(video, folder) : { matrix: null, table: null },
    duration: Number(format.duration ?? 0),
  };
}

const NAMES: Readonly<Record<string, WideSpace>> = { smpte2084: 'pq', 'arib-std-b67': 'hlg' };

/** What the codes stand for, by the rules that films are read by in the browser. */
async function coloursOf(stream: Stream, folder: string): Promise<CopiedColours> {
  const { width = 0, height = 0, color_space: matrix } = stream;
  const wide =
    NAMES[stream.color_transfer ?? ''] ?? (stream.color_primaries === 'bt2020' ? 'bt2020' : null);
  const untagged = matrix === undefined || matrix === 'unknown' || matrix === 'reserved';
  if (wide) await writeFile(join(folder, TABLE), writeCube(sdrTable(wide)));
  return { matrix: untagged ? untaggedMatrix({ width, height }) : null, table: wide && TABLE };
}

const TABLE = 'narrowed.cube';
