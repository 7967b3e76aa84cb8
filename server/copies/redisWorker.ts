import { Worker, type Job } from 'bullmq';
import { Redis } from 'ioredis';
import type { Logger } from 'pino';
import { copyInStore } from './copyInStore';
import { isWanted, PREFIX, QUEUE, type WorkerOutcome } from './redisQueue';
import type { Store } from './store';

/** Milliseconds after which the work of a worker that gives no sign of life is taken up by another. */
const LOCK = 10_000;
/** Milliseconds between two looks for such work. */
const LOOK = 5_000;
/** How often one copy's worker may die before it is given up: it may be the copy that kills them. */
const DEATHS = 3;
/** Milliseconds between two looks whether a copy is wanted still. */
const WANTED = 1_000;

export interface WorkerOptions {
  readonly url: string;
  readonly store: Store;
  /** Copies that it makes at once. */
  readonly running: number;
  readonly log: Logger;
}

/** Makes copies of the queue in Redis until it is closed. */
export function startRedisWorker({ url, store, running, log }: WorkerOptions): {
  /** Resolves once it is connected. */
  readonly ready: () => Promise<unknown>;
  /** Takes no more; resolves once what is under way is done. */
  readonly close: () => Promise<void>;
} {
  const redis = new Redis(url, { maxRetriesPerRequest: null });
  redis.on('error', (error) => log.error(error));
  const worker = new Worker<null, WorkerOutcome>(QUEUE, (job) => work(job, redis, store), {
    connection: redis,
    prefix: PREFIX,
    concurrency: running,
    lockDuration: LOCK,
    stalledInterval: LOOK,
    maxStalledCount: DEATHS,
  });
  worker.on('error', (error) => log.error(error));
  worker.on('completed', async (job, { state }) => {
    log.info({ copy: job.id, state }, 'done');
    if (state === 'dropped') await job.remove().catch(() => undefined);
  });
  worker.on('failed', (job, error) => log.error({ copy: job?.id, error }, 'failed'));
  return {
    ready: () => worker.waitUntilReady(),
    close: async () => {
      await worker.close();
      redis.disconnect();
    },
  };
}

async function work(job: Job<null>, redis: Redis, store: Store): Promise<WorkerOutcome> {
  const id = job.id!;
  if (!(await isWanted(redis, id))) return { state: 'dropped' };
  const ending = new AbortController();
  const look = setInterval(async () => {
    if (!(await isWanted(redis, id))) ending.abort();
  }, WANTED);
  try {
    const told = (share: number) => void job.updateProgress(share).catch(() => undefined);
    const outcome = await copyInStore(id, store, { signal: ending.signal }, told);
    if (await isWanted(redis, id)) return outcome;
  } catch (error) {
    if (!ending.signal.aborted) throw error;
  } finally {
    clearInterval(look);
  }
  await store.remove(id);
  return { state: 'dropped' };
}
