import { execFile, execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { Redis } from 'ioredis';
import S3rver from 's3rver';
import { encodersBelow, until } from './watch';
import { scratchFolder } from '../../support/scratch';

const scratch = scratchFolder('test');
const OWN = { 'x-moon-patch': 'app' };
const JOBS = 30;
/** Milliseconds between one question to a server and the next. */
const ASKED = 1000;
/** The first ones, which take long: each worker has one when one of them is killed. */
const LONG = 3;
/** Seconds of their clips. */
const LASTING = 10;

// Six programs are started for one test, on machines that have other work.
jest.setTimeout(240_000);

const children: ChildProcess[] = [];
afterEach(async () => {
  for (const child of children.splice(0)) await ended(child);
});

async function ended(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const over = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGKILL');
  await over;
}

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });

/** A program that is started and has said something of what it writes. */
async function started(
  program: string,
  args: readonly string[],
  env: object,
  says: RegExp,
): Promise<{ readonly child: ChildProcess; readonly said: () => string }> {
  const child = spawn(program, args, { env: { ...process.env, ...env } as NodeJS.ProcessEnv });
  children.push(child);
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (words) => (said += words));
  await until(() => says.test(said));
  return { child, said: () => said };
}

const node = (file: string, env: object, says: RegExp) =>
  started('node', ['--import', 'tsx', file], env, says);

async function startRedis(): Promise<{ readonly url: string; readonly child: ChildProcess }> {
  const port = await freePort();
  const folder = mkdtempSync(join(scratch, 'redis-'));
  const args = ['--port', `${port}`, '--bind', '127.0.0.1', '--save', '', '--dir', folder];
  const { child } = await started('redis-server', args, {}, /Ready to accept connections/);
  return { url: `redis://127.0.0.1:${port}`, child };
}

async function startServer(env: object): Promise<string> {
  const port = await freePort();
  const site = join(scratch, 'site');
  mkdirSync(site, { recursive: true });
  writeFileSync(join(site, 'index.html'), '<title>Moon Patch</title>');
  await node('server/main.ts', { ...env, PORT: `${port}`, SITE: site }, /Moon Patch is at/);
  return `http://127.0.0.1:${port}`;
}

const startWorker = (env: object) =>
  node('server/worker.ts', { ...env, LOG_LEVEL: 'info', WORKER_COPIES: '1' }, /A worker makes/);

const clip = (name: string, ...args: readonly string[]) => {
  const path = join(scratch, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', ...args, '-c:v', 'mpeg4', path]);
  return new Uint8Array(readFileSync(path));
};
const shortClip = () => clip('short.avi', '-i', 'testsrc2=s=64x36:r=25:d=0.4');
const longClip = (seconds: number) =>
  clip('long.avi', '-i', `testsrc2=s=640x360:r=30:d=${seconds}`);

async function taken(base: string, file: Uint8Array<ArrayBuffer>): Promise<string> {
  const answer = await fetch(`${base}/api/proxies`, { method: 'POST', body: file, headers: OWN });
  expect(answer.status).toBe(201);
  return ((await answer.json()) as { id: string }).id;
}

interface Told {
  readonly place: number;
  readonly share: number;
  readonly made: boolean;
}
const told = async (base: string, id: string): Promise<Told> =>
  (await (await fetch(`${base}/api/proxies/${id}`)).json()) as Told;

const run = promisify(execFile);

/** Not with `execFileSync`: a client that is held up does not see a server close an idle connection, and sends into it. */
async function framesIn(base: string, id: string): Promise<string> {
  const file = await fetch(`${base}/api/proxies/${id}/file`);
  const path = join(scratch, id);
  writeFileSync(path, new Uint8Array(await file.arrayBuffer()));
  const args = '-v error -count_frames -show_entries stream=codec_name,nb_read_frames -of csv=p=0';
  return (await run('ffprobe', [...args.split(' '), path])).stdout.trim();
}

const drop = (base: string, id: string) =>
  fetch(`${base}/api/proxies/${id}`, { method: 'DELETE', headers: OWN });

describe('a queue that servers and workers share', () => {
  it('has every copy made once, though a worker is killed in the middle of one', async () => {
    const { url } = await startRedis();
    const folder = mkdtempSync(join(scratch, 'shared-'));
    const env = { REDIS_URL: url, WORK_FOLDER: folder };
    const bases = await Promise.all([startServer(env), startServer(env)]);
    const workers = await Promise.all([startWorker(env), startWorker(env), startWorker(env)]);
    const [long, short] = [longClip(LASTING), shortClip()];
    const ids: string[] = [];
    const take = async (file: Uint8Array<ArrayBuffer>) =>
      ids.push(await taken(bases[ids.length % 2], file));
    for (let i = 0; i < LONG; i++) await take(long);
    await until(() => encodersBelow(workers[0].child.pid).length === 1);
    const { share, place } = await told(bases[1], ids[0]);
    expect([share >= 0 && share < 1, place]).toEqual([true, 0]);
    await ended(workers[0].child);
    while (ids.length < JOBS) await take(short);
    expect((await told(bases[1], ids.at(-1)!)).place).toBeGreaterThan(1);
    // What one server took, the other answers for. All are asked for each time: what nobody asks for is dropped.
    await until(async () => {
      const copies = await Promise.all(ids.map((id, i) => told(bases[(i + 1) % 2], id)));
      return copies.every(({ made }) => made);
    }, ASKED);
    const frames = await Promise.all(ids.map((id, i) => framesIn(bases[i % 2], id)));
    expect(frames).toEqual(ids.map((_id, i) => `h264,${i < LONG ? LASTING * 30 : 10}`));
    const done = workers.flatMap(({ said }) =>
      [...said().matchAll(/"copy":"([^"]+)","state":"made"/g)].map(([, id]) => id),
    );
    expect([...done].sort()).toEqual([...ids].sort());
    for (const id of ids) await drop(bases[0], id);
    expect(readdirSync(folder)).toEqual([]);
  });

  it('ends what is dropped and what nobody asks for, and says where it cannot be reached', async () => {
    const { url, child } = await startRedis();
    const folder = mkdtempSync(join(scratch, 'shared-'));
    const env = { REDIS_URL: url, WORK_FOLDER: folder };
    const base = await startServer(env);
    const health = async () =>
      (await (await fetch(`${base}/api/health`)).json()) as { proxies: boolean };
    expect((await health()).proxies).toBe(false);
    const worker = await startWorker(env);
    await until(async () => (await health()).proxies, ASKED);
    const long = longClip(30);
    const dropped = await taken(base, long);
    await until(() => encodersBelow(worker.child.pid).length === 1);
    const left = await taken(base, long);
    const waiting = await taken(base, long);
    await drop(base, dropped);
    expect((await fetch(`${base}/api/proxies/${dropped}`)).status).toBe(404);
    await drop(base, waiting);
    // The one behind it is taken up, and its client then goes away.
    await until(async () => (await told(base, left)).place === 0, ASKED);
    const redis = new Redis(url);
    await redis.zadd('moon-patch:seen', Date.now() - 120_000, left);
    redis.disconnect();
    await until(
      () => encodersBelow(worker.child.pid).length === 0 && readdirSync(folder).length === 0,
    );
    await ended(child);
    const answer = await fetch(`${base}/api/proxies`, {
      ...{ method: 'POST', headers: OWN },
      body: shortClip(),
    });
    expect(answer.status).toBe(503);
    expect(((await answer.json()) as { error: string }).error).toMatch(/cannot reach its queue/);
  });

  it('may have its files in a store that speaks S3', async () => {
    const directory = mkdtempSync(join(scratch, 's3-'));
    const configureBuckets = [{ name: 'copies', configs: [] }];
    const store = new S3rver({
      ...{ port: 0, address: '127.0.0.1', silent: true, directory, configureBuckets },
    });
    const { port } = await store.run();
    const { url } = await startRedis();
    const env = {
      ...{ REDIS_URL: url, S3_BUCKET: 'copies', S3_ENDPOINT: `http://127.0.0.1:${port}` },
      ...{ AWS_ACCESS_KEY_ID: 'S3RVER', AWS_SECRET_ACCESS_KEY: 'S3RVER' },
    };
    const base = await startServer(env);
    await startWorker(env);
    const id = await taken(base, shortClip());
    await until(async () => (await told(base, id)).made, ASKED);
    expect(await framesIn(base, id)).toBe('h264,10');
    const path = `${base}/api/proxies/${id}/file`;
    const part = await fetch(path, { headers: { range: 'bytes=4-7' } });
    expect([part.status, await part.text()]).toEqual([206, 'ftyp']);
    expect((await fetch(path, { headers: { range: 'bytes=99999999-' } })).status).toBe(416);
    expect((await fetch(path, { method: 'HEAD' })).headers.get('content-length')).toMatch(/^\d+$/);
    await drop(base, id);
    expect((await fetch(path)).status).toBe(404);
    const files = () => readdirSync(directory, { recursive: true }).map(String);
    expect(files().filter((name) => name.includes(id) && /source|copy/.test(name))).toEqual([]);
    await store.close();
  });
});
