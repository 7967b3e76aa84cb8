import { rmSync } from 'node:fs';
import type { Logger } from 'pino';
import { makeWorkFolder } from '../workFolder';
import { Copies } from './copies';
import { folderStore } from './folderStore';
import { LocalQueue } from './localQueue';
import type { Store } from './store';

type Environment = Readonly<Record<string, string | undefined>>;

/**
 * Copies as the environment says: made by this process in a folder of its own, or by workers that share a queue in
 * Redis and a store.
 */
export async function setUpCopies(environment: Environment, log: Logger): Promise<Copies> {
  const { REDIS_URL } = environment;
  if (!REDIS_URL) {
    const folder = makeWorkFolder();
    process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
    const store = folderStore(folder);
    return new Copies(new LocalQueue(store), store);
  }
  // What one machine alone does not need would make its start slow.
  const { RedisQueue } = await import('./redisQueue');
  const queue = new RedisQueue(REDIS_URL, (error) => log.error(error));
  return new Copies(queue, await sharedStore(environment));
}

/** The store that servers and workers share. @throws Error where none is named */
export async function sharedStore({
  WORK_FOLDER,
  S3_BUCKET,
  S3_ENDPOINT,
}: Environment): Promise<Store> {
  if (S3_BUCKET) {
    const { s3Store } = await import('./s3Store');
    return s3Store(S3_BUCKET, S3_ENDPOINT ?? null);
  }
  if (WORK_FOLDER) return folderStore(WORK_FOLDER);
  throw new Error('With REDIS_URL, set WORK_FOLDER or S3_BUCKET to a place that all share.');
}
