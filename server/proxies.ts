import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { proxyArgs, READ_SAFELY, type ProxyKind } from './ffmpeg';
import { Jobs, type Job } from './jobs';
import { limited } from './receive';
import { Refusal } from './refusal';
import type { Turns } from './turns';

/** Bytes of a file that is sent in. */
const FILE_LIMIT = 2 * 1024 ** 3;

/** What is known of one copy besides its job. */
interface Proxy {
  /** The copy's file, once it is being made. */
  file: string | null;
  /** Seconds the source lasts, and seconds of it that are done. */
  duration: number;
  done: number;
  /** Null while it goes on. */
  outcome: 'made' | Refusal | null;
}

export interface ProxyProgress {
  /** How many are served before this one. */
  readonly place: number;
  /** How much is done, 0 to 1. */
  readonly share: number;
  readonly made: boolean;
}

/** Copies that every browser reads, of files that it cannot. */
export class Proxies {
  private readonly jobs: Jobs<Proxy>;

  constructor(
    turns: Turns,
    private readonly limits: { readonly idle?: number; readonly file?: number } = {},
  ) {
    this.jobs = new Jobs(turns, limits.idle);
  }

  /**
   * Takes a file and begins to copy it.
   * @throws Refusal 503 when too many wait already, 413 when it is too large
   */
  async create(body: Readable): Promise<{ id: string }> {
    const job = this.jobs.create({ file: null, duration: 0, done: 0, outcome: null });
    try {
      await this.jobs.serve(job.id, async () => {
        const limit = this.limits.file ?? FILE_LIMIT;
        await pipeline(limited(body, limit), createWriteStream(sourceFile(job)));
      });
    } catch (error) {
      this.drop(job.id);
      throw error;
    }
    const { detail } = this.jobs.find(job.id);
    void copy(job, detail)
      .then(
        () => (detail.outcome = 'made'),
        (error: unknown) => (detail.outcome = error instanceof Refusal ? error : job.gaveUp()),
      )
      // Whoever waits need not wait until this copy is fetched.
      .finally(job.turn.end);
    return { id: job.id };
  }

  /** @throws Refusal 404, or why the copy could not be made */
  async progress(id: string): Promise<ProxyProgress> {
    return this.jobs.serve(id, async (job, { outcome, done, duration }) => {
      if (outcome instanceof Refusal) {
        this.drop(id);
        throw outcome;
      }
      const share = duration > 0 ? Math.min(1, done / duration) : 0;
      return { place: job.turn.place(), share, made: outcome === 'made' };
    });
  }

  /** The finished copy's path; the caller drops the job once it is sent. @throws Refusal 409 */
  file(id: string): string {
    const { file, outcome } = this.jobs.find(id).detail;
    if (outcome !== 'made') throw new Refusal(409, 'The copy is not made yet.');
    return file!;
  }

  drop(id: string): void {
    this.jobs.drop(id);
  }

  dropAll(): void {
    this.jobs.dropAll();
  }
}

const sourceFile = (job: Job): string => join(job.folder, 'source');

async function copy(job: Job, proxy: Proxy): Promise<void> {
  await job.turn.begun;
  const { kind, duration } = await lookInto(job);
  proxy.duration = duration;
  proxy.file = join(job.folder, `copy.${kind === 'clear' ? 'mov' : 'mp4'}`);
  const args = proxyArgs(kind, sourceFile(job), proxy.file);
  const child = job.start('ffmpeg', args, ['ignore', 'pipe', 'pipe']);
  child.stdout!.on('data', (text) => {
    const microseconds = /out_time_us=(\d+)/.exec(String(text))?.[1];
    if (microseconds) proxy.done = Number(microseconds) / 1e6;
  });
  await job.ended();
}

interface Probed {
  readonly streams: readonly { readonly codec_type: string; readonly pix_fmt?: string }[];
  readonly format: { readonly duration?: string };
}

/** @throws Refusal 422 when it holds nothing that can be read */
async function lookInto(job: Job): Promise<{ kind: ProxyKind; duration: number }> {
  const entries = 'format=duration:stream=codec_type,pix_fmt';
  const args = [
    '-v',
    'error',
    ...READ_SAFELY,
    '-show_entries',
    entries,
    '-of',
    'json',
    sourceFile(job),
  ];
  const found = await job.output('ffprobe', args).catch(() => {
    throw new Refusal(422, 'The encode server cannot read this file either.');
  });
  const { streams, format } = JSON.parse(found) as Probed;
  const video = streams.find((stream) => stream.codec_type === 'video');
  if (!video && !streams.some((stream) => stream.codec_type === 'audio')) {
    throw new Refusal(422, 'This file holds neither video nor sound.');
  }
  const clear = /^(yuva|rgba|argb|bgra|abgr|gbrap|ya)/.test(video?.pix_fmt ?? '');
  const kind = video ? (clear ? 'clear' : 'solid') : 'sound';
  return { kind, duration: Number(format.duration ?? 0) };
}
