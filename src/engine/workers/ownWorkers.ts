import { proxy, wrap, type ProxyMarked, type Remote } from 'comlink';
import { MoonError } from '@/core/errors';
import { quoted } from '@/core/quoted';
import { stopped } from './commonWorker';
import type { StartedWorker } from './pageWorkers';
import type { Progress } from '../progress';

/** Milliseconds for which a file of no size may be silent; each megabyte has some more. */
const PATIENCE = 15_000;
const PATIENCE_PER_MEGABYTE = 500;
const MOST_PATIENCE = 120_000;

interface Running<Api> {
  readonly api: Remote<Api>;
  readonly end: () => void;
}

/**
 * A worker for each file that is read, so that stopping one, or one that keeps its worker busy without an end, is
 * nothing to the others. A worker that is done is used again.
 */
export class OwnWorkers<Api> {
  private idle: Running<Api> | null = null;

  constructor(private readonly start: () => StartedWorker) {}

  /** @throws MoonError 'stopped' | 'media-unreadable', or what the work throws */
  async run<T>(
    work: (api: Remote<Api>, progress: Progress & ProxyMarked) => Promise<T>,
    progress: Progress,
    signal: AbortSignal,
    file: File,
  ): Promise<T> {
    if (signal.aborted) throw stopped();
    const own = this.taken();
    // What fails by itself leaves its worker whole.
    let whole = true;
    let quit: (reason: MoonError) => void = () => undefined;
    const ended = new Promise<never>((_resolve, reject) => {
      quit = (reason) => {
        whole = false;
        reject(reason);
      };
    });
    const patience = watchSilence(file, () => quit(tookTooLong(file.name)));
    const stop = () => quit(stopped());
    signal.addEventListener('abort', stop);
    const told = proxy((done: number, total: number) => {
      patience.heard();
      progress(done, total);
    });
    try {
      return await Promise.race([work(own.api, told), ended]);
    } finally {
      patience.over();
      signal.removeEventListener('abort', stop);
      if (whole && !this.idle) this.idle = own;
      else own.end();
    }
  }

  private taken(): Running<Api> {
    const own = this.idle ?? this.started();
    this.idle = null;
    return own;
  }

  private started(): Running<Api> {
    const { worker, end } = this.start();
    return { api: wrap<Api>(worker), end };
  }
}

function watchSilence(file: File, act: () => void) {
  const megabytes = file.size / 1e6;
  const patience = Math.min(MOST_PATIENCE, PATIENCE + megabytes * PATIENCE_PER_MEGABYTE);
  let timer = setTimeout(act, patience);
  return {
    heard: () => {
      clearTimeout(timer);
      timer = setTimeout(act, patience);
    },
    over: () => clearTimeout(timer),
  };
}

const tookTooLong = (name: string): MoonError =>
  new MoonError(
    'media-unreadable',
    `${quoted(name)} was not brought in: reading it takes too long. It may be damaged, or more than this device can do.`,
  );
