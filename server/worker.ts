import pino from 'pino';
import { LOCAL_LIMITS } from './copies/queue';
import { startRedisWorker } from './copies/redisWorker';
import { sharedStore } from './copies/setUp';
import { hasFfmpeg } from './ffmpeg';
import { sweepWorkFolders } from './workFolder';

/** Milliseconds that work under way has to end in once the worker is told to stop; another takes up what is left. */
const LAST_CALL = 10_000;

async function main(): Promise<void> {
  const url = process.env.REDIS_URL;
  if (!url) throw new Error('Set REDIS_URL to the queue that it works for.');
  const store = await sharedStore(process.env);
  if (!(await hasFfmpeg())) throw new Error('ffmpeg is not installed, which makes the copies.');
  sweepWorkFolders();
  const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
  const running = Number(process.env.WORKER_COPIES ?? LOCAL_LIMITS.running);
  const worker = startRedisWorker({ url, store, running, log });
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      setTimeout(() => process.exit(0), LAST_CALL);
      void worker.close().then(() => process.exit(0));
    });
  }
  await worker.ready();
  console.log(`A worker makes copies, ${running} at once.`);
}

main().catch((error: Error) => {
  console.error(error.message);
  process.exit(1);
});
