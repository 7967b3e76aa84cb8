import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { proxyArgs } from '../server/ffmpeg';
import { folder } from './support';

const REDIS_PORT = 8097;
const PORT = 8098;
const BASE = `http://127.0.0.1:${PORT}`;
const OWN = { 'x-moon-patch': 'app' };

/** Copies of one run, and seconds that the clip of each lasts. */
const COPIES = 8;
const SECONDS = 10;
const MOST_WORKERS = 3;

/** Copies a minute by how many workers there are on this machine, against ffmpeg alone, one after the other. */
export async function benchCopies(): Promise<void> {
  const clip = join(folder, 'clip.avi');
  const picture = `testsrc2=s=1920x1080:r=30:d=${SECONDS}`;
  run('ffmpeg', '-v', 'error', '-f', 'lavfi', '-i', picture, '-c:v', 'mpeg4', '-q:v', '4', clip);
  const alone = timed(() => {
    const copy = join(folder, 'copy.mp4');
    run('ffmpeg', ...proxyArgs('solid', { matrix: 'bt709', table: null }, clip, copy));
  });
  console.log(
    `ffmpeg alone: ${(60 / alone).toFixed(1)} copies a minute of ${SECONDS} s of 1080p, ${(SECONDS / alone).toFixed(1)} × playing`,
  );
  const file = new Uint8Array(readFileSync(clip));
  for (let workers = 1; workers <= MOST_WORKERS; workers++) {
    const rate = await copiesAMinute(file, workers);
    const ratio = ((rate * alone) / 60).toFixed(2);
    console.log(`${workers} workers: ${rate.toFixed(1)} copies a minute, ${ratio} × ffmpeg alone`);
  }
}

async function copiesAMinute(file: Uint8Array<ArrayBuffer>, workers: number): Promise<number> {
  const shared = mkdtempSync(join(folder, 'shared-'));
  const env = {
    ...process.env,
    ...{ PORT: `${PORT}`, REDIS_URL: `redis://127.0.0.1:${REDIS_PORT}`, WORK_FOLDER: shared },
    WORKER_COPIES: '1',
  };
  const redis = ['--port', `${REDIS_PORT}`, '--bind', '127.0.0.1', '--save', '', '--dir', shared];
  const children = [await started('redis-server', redis, env)];
  for (const main of ['server/main.ts', ...Array<string>(workers).fill('server/worker.ts')]) {
    children.push(await started('node', ['--import', 'tsx', main], env));
  }
  try {
    const begin = performance.now();
    await Promise.all(Array.from({ length: COPIES }, () => copied(file)));
    return COPIES / ((performance.now() - begin) / 60_000);
  } finally {
    for (const child of children.reverse()) await ended(child);
  }
}

async function copied(file: Uint8Array<ArrayBuffer>): Promise<void> {
  const taken = await fetch(`${BASE}/api/proxies`, { method: 'POST', body: file, headers: OWN });
  const path = `${BASE}/api/proxies/${((await taken.json()) as { id: string }).id}`;
  for (;;) {
    const { made, error } = (await (await fetch(path)).json()) as { made?: true; error?: string };
    if (error) throw new Error(error);
    if (made) break;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  await (await fetch(`${path}/file`)).arrayBuffer();
  await fetch(path, { method: 'DELETE', headers: OWN });
}

const run = (program: string, ...args: readonly string[]): void =>
  void execFileSync(program, args, { stdio: 'inherit' });

/** Seconds that something takes. */
function timed(work: () => void): number {
  const begin = performance.now();
  work();
  return (performance.now() - begin) / 1000;
}

async function started(
  program: string,
  args: readonly string[],
  env: NodeJS.ProcessEnv,
): Promise<ChildProcess> {
  const child = spawn(program, args, { env, stdio: ['ignore', 'pipe', 'inherit'] });
  await new Promise((resolve) => child.stdout.once('data', resolve));
  child.stdout.resume();
  return child;
}

async function ended(child: ChildProcess): Promise<void> {
  const over = new Promise((resolve) => child.once('exit', resolve));
  child.kill();
  await over;
}
