import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { Request, Response } from 'express';
import { limited } from '../receive';
import { Refusal } from '../refusal';
import type { CopyQueue } from './queue';
import { SOURCE, type Store } from './store';

export interface CopyLimits {
  /** Bytes of a file that is sent in, and milliseconds for which it may stand still. */
  readonly file: number;
  readonly still?: number;
  /** Milliseconds without a request after which a client counts as gone. */
  readonly idle: number;
}

const DEFAULT_LIMITS: CopyLimits = { file: 2 * 1024 ** 3, idle: 60_000 };

export interface CopyProgress {
  /** How many end before this one begins. */
  readonly place: number;
  /** How much is done, 0 to 1. */
  readonly share: number;
  readonly made: boolean;
}

/** Copies that every browser reads, of files that it cannot: what clients ask of them. */
export class Copies {
  private readonly limits: CopyLimits;
  private readonly sweep: NodeJS.Timeout;

  constructor(
    private readonly queue: CopyQueue,
    private readonly store: Store,
    limits: Partial<CopyLimits> = {},
  ) {
    this.limits = { ...DEFAULT_LIMITS, ...limits };
    const look = () => void this.dropUnattended().catch(() => undefined);
    this.sweep = (setInterval(look, this.limits.idle / 4) as unknown as NodeJS.Timeout).unref();
  }

  /**
   * Takes a file, and has it copied once it is there: what comes slowly keeps no one waiting.
   * @throws Refusal 503 when too many wait already, 413 when it is too large, 408 when it stands still, 507
   */
  async create(body: Readable): Promise<{ id: string }> {
    const { file, still } = this.limits;
    const id = randomUUID();
    await this.queue.open(id);
    try {
      const pieces = Readable.from(limited(body, file, still));
      await this.attended(id, () => this.store.take(id, SOURCE, pieces));
      await this.queue.begin(id);
    } catch (error) {
      await this.drop(id);
      throw error;
    }
    return { id };
  }

  /** @throws Refusal 404, or why the copy could not be made */
  async progress(id: string): Promise<CopyProgress> {
    await this.queue.attend(id);
    const now = await this.queue.state(id);
    if (now.state === 'refused') {
      await this.drop(id);
      throw new Refusal(now.status, now.words);
    }
    return {
      place: now.state === 'waiting' ? now.place : 0,
      share: now.state === 'running' ? now.share : now.state === 'made' ? 1 : 0,
      made: now.state === 'made',
    };
  }

  /**
   * Answers with the finished copy, which stays until it is dropped: a download may be cut off and asked for again.
   * @throws Refusal 404, or 409 while it is not made
   */
  async hand(id: string, request: Request, response: Response): Promise<void> {
    const now = await this.queue.state(id);
    if (now.state !== 'made') throw new Refusal(409, 'The copy is not made yet.');
    await this.attended(id, () => this.store.hand(id, now.name, request, response));
  }

  async drop(id: string): Promise<void> {
    await this.queue.drop(id);
    await this.store.remove(id);
  }

  able(): Promise<boolean> {
    return this.queue.able();
  }

  counts() {
    return this.queue.counts();
  }

  async close(): Promise<void> {
    clearInterval(this.sweep);
    await this.queue.close();
  }

  /** Its client counts as there until some work for it is done. */
  private async attended<T>(id: string, work: () => Promise<T>): Promise<T> {
    await this.queue.attend(id);
    const again = setInterval(() => {
      this.queue.attend(id).catch(() => undefined);
    }, this.limits.idle / 4);
    try {
      return await work();
    } finally {
      clearInterval(again);
    }
  }

  private async dropUnattended(): Promise<void> {
    const since = Date.now() - this.limits.idle;
    for (const id of await this.queue.unattended(since)) await this.drop(id);
  }
}
