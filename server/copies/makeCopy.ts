import { join } from 'node:path';
import { MOST_PIXELS, proxyArgs, READ_SAFELY, type ProxyKind } from '../ffmpeg';
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
  const { kind, duration } = await lookInto(source, options);
  const name = `copy.${kind === 'clear' ? 'mov' : 'mp4'}`;
  await runProgram('ffmpeg', proxyArgs(kind, source, join(folder, name)), options, (words) => {
    const microseconds = /out_time_us=(\d+)/.exec(words)?.[1];
    if (microseconds && duration > 0) told(Math.min(1, Number(microseconds) / 1e6 / duration));
  });
  return name;
}

interface Probed {
  readonly streams: readonly {
    readonly codec_type: string;
    readonly pix_fmt?: string;
    readonly width?: number;
    readonly height?: number;
  }[];
  readonly format: { readonly duration?: string };
}

/** @throws Refusal 422 when it holds nothing that can be read */
async function lookInto(
  source: string,
  options: RunOptions,
): Promise<{ kind: ProxyKind; duration: number }> {
  const entries = 'format=duration:stream=codec_type,pix_fmt,width,height';
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
  return { kind, duration: Number(format.duration ?? 0) };
}
