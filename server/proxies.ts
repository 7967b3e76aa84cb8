import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { MOST_PIXELS, proxyArgs, READ_SAFELY, type ProxyKind } from './ffmpeg';
import { Jobs, type Job, type JobLimits } from './jobs';
import { limited } from './receive';
import { Refusal } from './refusal';
import type { Turn, Turns } from './turns';
import { noRoom } from './workFolder';

/** Bytes of a file that is sent in. */
const FILE_LIMIT = 2 * 1024 ** 3;

/** What is known of one copy besides its job. */
interface Proxy {
  /** Once the whole file has come. */
  turn: Turn | null;
  /** The copy's file name, once it is being made. */
  file: string | null;
  /** Seconds the source lasts, and seconds of it that are done. */
  duration: number;
  done: number;
  /** Null while it goes on. */
  outcome: 'made' | Refusal | null;
}

export interface ProxyLimits extends JobLimits {
  /** Bytes of a file that is sent in, and milliseconds for which it may stand still. */
  readonly file: number;
  readonly still: number;
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
    private readonly turns: Turns,
    private readonly limits: Partial<ProxyLimits> = {},
  ) {
    this.jobs = new Jobs(limits);
  }

  /**
   * Takes a file, and begins to copy it once it is there: what comes slowly keeps no one waiting.
   * @throws Refusal 503 when too many wait already, 413 when it is too large, 408 when it stands still, 507
   */
  async create(body: Readable): Promise<{ id: string }> {
    this.turns.requireRoom();
    const job = this.jobs.create({ turn: null, file: null, duration: 0, done: 0, outcome: null });
    try {
      await this.jobs.serve(job.id, () => this.receive(job, body));
      const { detail } = this.jobs.find(job.id);
      const turn = job.take(this.turns);
      detail.turn = turn;
      void copy(job, detail)
        .then(
          () => (detail.outcome = 'made'),
          (error: unknown) => (detail.outcome = error instanceof Refusal ? error : job.gaveUp()),
        )
        // Whoever waits need not wait until this copy is fetched.
        .finally(turn.end);
      return { id: job.id };
    } catch (error) {
      this.drop(job.id);
      throw error;
    }
  }

  private async receive(job: Job, body: Readable): Promise<void> {
    const { file = FILE_LIMIT, still } = this.limits;
    try {
      await pipeline(limited(body, file, still), createWriteStream(sourceFile(job)));
    } catch (error) {
      throw (error as NodeJS.ErrnoException).code === 'ENOSPC' ? noRoom() : error;
    }
  }

  /** @throws Refusal 404, or why the copy could not be made */
  async progress(id: string): Promise<ProxyProgress> {
    return this.jobs.serve(id, async (_job, detail) => {
      const { outcome, done, duration } = detail;
      if (outcome instanceof Refusal) {
        this.drop(id);
        throw outcome;
      }
      const share = duration > 0 ? Math.min(1, done / duration) : 0;
      return { place: detail.turn?.place() ?? 0, share, made: outcome === 'made' };
    });
  }

  /**
   * Hands out the finished copy, which stays until it is dropped: a download may be cut off and asked for again.
   * @throws Refusal 404, or 409 while it is not made
   */
  hand<T>(id: string, send: (file: { folder: string; name: string }) => Promise<T>): Promise<T> {
    return this.jobs.serve(id, ({ folder }, { file, outcome }) => {
      if (outcome !== 'made') throw new Refusal(409, 'The copy is not made yet.');
      return send({ folder, name: file! });
    });
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
  await proxy.turn!.begun;
  const { kind, duration } = await lookInto(job);
  proxy.duration = duration;
  proxy.file = `copy.${kind === 'clear' ? 'mov' : 'mp4'}`;
  const args = proxyArgs(kind, sourceFile(job), join(job.folder, proxy.file));
  const child = job.start('ffmpeg', args, ['ignore', 'pipe', 'pipe']);
  child.stdout!.on('data', (text) => {
    const microseconds = /out_time_us=(\d+)/.exec(String(text))?.[1];
    if (microseconds) proxy.done = Number(microseconds) / 1e6;
  });
  await job.ended();
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
async function lookInto(job: Job): Promise<{ kind: ProxyKind; duration: number }> {
  const entries = 'format=duration:stream=codec_type,pix_fmt,width,height';
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
  const found = await job.output('ffprobe', args).catch((error: unknown) => {
    if (job.overran) throw error;
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
