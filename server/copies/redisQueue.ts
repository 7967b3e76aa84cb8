import { Queue, type Job } from 'bullmq';
import { Redis } from 'ioredis';
import { Refusal } from '../refusal';
import { busy, gone, NOT_MADE, type CopyOutcome, type CopyQueue, type CopyState } from './queue';

/** The queue's name, and what all its keys begin with. */
export const QUEUE = 'copies';
export const PREFIX = 'moon-patch';

/** Copies that are there, by when their clients were last there, in milliseconds since 1970. */
const SEEN = `${PREFIX}:seen`;

/** Copies that may wait, and that may be there at once, over all processes. */
const MOST = { waiting: 500, copies: 1000 } as const;

/** Seconds after which what is known of a copy goes, even where nobody removed it. */
const FORGOTTEN = 24 * 60 * 60;

/** What a worker did with a copy; `dropped` where its client had gone. */
export type WorkerOutcome = CopyOutcome | { readonly state: 'dropped' };

/** Whether the client of a copy is there still. */
export const isWanted = async (redis: Redis, id: string): Promise<boolean> =>
  (await redis.zscore(SEEN, id)) !== null;

/** Copies that workers make, on any number of machines, for any number of servers. */
export class RedisQueue implements CopyQueue {
  private readonly redis: Redis;
  private readonly queue: Queue<null, WorkerOutcome>;

  /** @param problem told of connections that break; they are made again by themselves */
  constructor(url: string, problem: (error: Error) => void) {
    // Whoever asks is told soon that it cannot be reached.
    this.redis = new Redis(url, { maxRetriesPerRequest: 1 });
    this.redis.on('error', problem);
    this.queue = new Queue(QUEUE, {
      connection: this.redis,
      prefix: PREFIX,
      skipWaitingForReady: true,
      defaultJobOptions: {
        // A worker that is killed does not count: its work is taken up by another.
        attempts: 3,
        backoff: { type: 'exponential', delay: 1000 },
        removeOnComplete: { age: FORGOTTEN },
        removeOnFail: { age: FORGOTTEN },
      },
    });
    this.queue.on('error', problem);
  }

  open(id: string): Promise<void> {
    return this.reach(async () => {
      if ((await this.redis.zcard(SEEN)) >= MOST.copies) throw busy();
      await this.requireRoom();
      await this.redis.zadd(SEEN, Date.now(), id);
    });
  }

  begin(id: string): Promise<void> {
    return this.reach(async () => {
      await this.requireRoom();
      await this.queue.add('copy', null, { jobId: id });
    });
  }

  attend(id: string): Promise<void> {
    return this.reach(async () => {
      if (!(await isWanted(this.redis, id))) throw gone();
      await this.redis.zadd(SEEN, 'XX', Date.now(), id);
    });
  }

  state(id: string): Promise<CopyState> {
    return this.reach(async () => {
      const job = await this.queue.getJob(id);
      if (!job) throw gone();
      switch (await job.getState()) {
        case 'completed':
          return outcomeOf(job);
        case 'failed':
          return NOT_MADE;
        case 'active':
          return { state: 'running', share: Number(job.progress) };
        default:
          return { state: 'waiting', place: await this.place(id) };
      }
    });
  }

  drop(id: string): Promise<void> {
    return this.reach(async () => {
      await this.redis.zrem(SEEN, id);
      // One that is being made is removed by its worker, which sees that nobody wants it.
      await this.queue.remove(id).catch(() => undefined);
    });
  }

  unattended(before: number): Promise<readonly string[]> {
    return this.reach(() => this.redis.zrangebyscore(SEEN, '-inf', `(${before}`));
  }

  counts() {
    return this.reach(async () => ({
      running: await this.queue.getActiveCount(),
      waiting: await this.queue.getWaitingCount(),
    }));
  }

  able(): Promise<boolean> {
    return this.reach(async () => (await this.queue.getWorkersCount()) > 0).catch(() => false);
  }

  async close(): Promise<void> {
    await this.queue.close();
    this.redis.disconnect();
  }

  /** How many begin before it: new ones come in at the list's left, and are taken from its right. */
  private async place(id: string): Promise<number> {
    const key = this.queue.toKey('wait');
    const [at, length] = await Promise.all([this.redis.lpos(key, id), this.redis.llen(key)]);
    return at === null ? 1 : Math.max(1, length - at);
  }

  private async requireRoom(): Promise<void> {
    if ((await this.queue.getWaitingCount()) >= MOST.waiting) throw busy();
  }

  /** @throws Refusal 503 where the queue cannot be reached */
  private async reach<T>(ask: () => Promise<T>): Promise<T> {
    try {
      return await ask();
    } catch (error) {
      if (error instanceof Refusal) throw error;
      throw new Refusal(503, 'The server cannot reach its queue. Try again in a minute.');
    }
  }
}

function outcomeOf({ returnvalue }: Job<null, WorkerOutcome>): CopyOutcome {
  if (returnvalue.state === 'dropped') throw gone();
  return returnvalue;
}
