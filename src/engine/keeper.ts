import { proxy, wrap, type ProxyMarked, type Remote } from 'comlink';
import { MoonError } from '@/core/errors';
import type { StartedWorker } from './pageWorkers';
import { unwatched, type Progress } from './progress';
import { quoted } from '@/core/quoted';

/** Milliseconds for which a file of no size may be silent; each megabyte has some more. */
const PATIENCE = 15_000;
const PATIENCE_PER_MEGABYTE = 500;
const MOST_PATIENCE = 120_000;

/** A worker that is ended where its work is stopped, or where a file keeps it busy without an end. */
export class Keeper<Api> {
  private running: { readonly api: Remote<Api>; readonly end: () => void } | null = null;
  /** Of each piece of work under way, what lets go of it. */
  private readonly waiting = new Set<(reason: MoonError) => void>();

  constructor(private readonly start: () => StartedWorker) {}

  /** Something short. @throws MoonError 'stopped' where other work of the worker is, or what the work throws */
  ask<T>(work: (api: Remote<Api>) => Promise<T>): Promise<T> {
    return this.run(work, unwatched, new AbortController().signal);
  }

  /**
   * @param file what is read, where it may come from anywhere
   * @throws MoonError 'stopped' | 'media-unreadable', or what the work throws
   */
  async run<T>(
    work: (api: Remote<Api>, progress: Progress & ProxyMarked) => Promise<T>,
    progress: Progress,
    signal: AbortSignal,
    file: File | null = null,
  ): Promise<T> {
    this.running ??= this.startWorker();
    const { api } = this.running;
    const patience = watchSilence(file, () => this.end(tookTooLong(file!.name)));
    const stop = () => this.end(new MoonError('stopped', 'Stopped. Nothing was changed.'));
    signal.addEventListener('abort', stop);
    let letGo: (reason: MoonError) => void = () => undefined;
    const ended = new Promise<never>((_resolve, reject) => (letGo = reject));
    this.waiting.add(letGo);
    const told = proxy((done: number, total: number) => {
      patience.heard();
      progress(done, total);
    });
    try {
      return await Promise.race([work(api, told), ended]);
    } finally {
      patience.over();
      signal.removeEventListener('abort', stop);
      this.waiting.delete(letGo);
    }
  }

  private startWorker() {
    const { worker, end } = this.start();
    return { api: wrap<Api>(worker), end };
  }

  private end(reason: MoonError): void {
    this.running?.end();
    this.running = null;
    for (const letGo of this.waiting) letGo(reason);
  }
}

function watchSilence(file: File | null, act: () => void) {
  if (!file) return { heard: () => undefined, over: () => undefined };
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
