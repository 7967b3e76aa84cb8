import { proxy, wrap, type ProxyMarked, type Remote } from 'comlink';
import { MoonError } from '@/core/errors';
import type { StartedWorker } from './pageWorkers';
import { unwatched, type Progress } from '../progress';

/** A worker for work that shares what it keeps in memory; all of it ends where one piece of it is stopped. */
export class CommonWorker<Api> {
  private running: { readonly api: Remote<Api>; readonly end: () => void } | null = null;
  /** Of each piece of work under way, what lets go of it. */
  private readonly waiting = new Set<(reason: MoonError) => void>();

  constructor(private readonly start: () => StartedWorker) {}

  /** Something short. @throws MoonError 'stopped' where other work of the worker is, or what the work throws */
  ask<T>(work: (api: Remote<Api>) => Promise<T>): Promise<T> {
    return this.run(work, unwatched, new AbortController().signal);
  }

  /** @throws MoonError 'stopped', or what the work throws */
  async run<T>(
    work: (api: Remote<Api>, progress: Progress & ProxyMarked) => Promise<T>,
    progress: Progress,
    signal: AbortSignal,
  ): Promise<T> {
    this.running ??= this.startWorker();
    const { api } = this.running;
    const stop = () => this.end(stopped());
    signal.addEventListener('abort', stop);
    let letGo: (reason: MoonError) => void = () => undefined;
    const ended = new Promise<never>((_resolve, reject) => (letGo = reject));
    this.waiting.add(letGo);
    try {
      return await Promise.race([work(api, proxy(progress)), ended]);
    } finally {
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

export const stopped = (): MoonError => new MoonError('stopped', 'Stopped. Nothing was changed.');
