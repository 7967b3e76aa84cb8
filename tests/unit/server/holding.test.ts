import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { request as httpRequest, type IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import pino from 'pino';
import { startServer, type Running, type Start } from './start';
import { encodersBelow, until } from './watch';
import { scratchFolder } from '../../support/scratch';

const scratch = scratchFolder('test');
const OWN = { 'x-moon-patch': 'app' };

let running: Running | null = null;
let base: string;
let logged: string;

async function start(limits: Start = {}): Promise<void> {
  logged = '';
  const stream = new PassThrough().on('data', (line) => (logged += String(line)));
  running = await startServer({ log: pino({ level: 'info' }, stream), ...limits });
  ({ base } = running);
}
const counts = () => running!.counts();

afterEach(async () => {
  await running?.stop();
  running = null;
});

const post = (path: string, body?: BodyInit, headers = {}) =>
  fetch(base + path, { method: 'POST', body, headers: { ...OWN, ...headers } });
const drop = (path: string) => fetch(base + path, { method: 'DELETE', headers: OWN });
const errorOf = async (response: Response) => ((await response.json()) as { error: string }).error;
const clip = (name: string, ...args: readonly string[]) => {
  const path = join(scratch, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', ...args, path]);
  return new Uint8Array(readFileSync(path));
};
const short = () => clip('short.avi', '-i', 'testsrc2=s=64x36:r=25:d=0.4', '-c:v', 'mpeg4');
/** Takes some seconds to copy. */
const long = () => new Uint8Array(readFileSync(join(scratch, 'long.avi')));
beforeAll(() => {
  clip('long.avi', '-i', 'testsrc2=s=640x360:r=30:d=60', '-c:v', 'mpeg4', '-q:v', '20');
});
const taken = async (file: Uint8Array<ArrayBuffer>) =>
  ((await (await post('/api/proxies', file)).json()) as { id: string }).id;
async function outcome(id: string): Promise<Response> {
  for (;;) {
    const response = await fetch(`${base}/api/proxies/${id}`);
    const { made } = (await response.clone().json()) as { made?: boolean };
    if (made || !response.ok) return response;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}

const isAlive = (pid: number): boolean => {
  try {
    return !/\) [ZX] /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'));
  } catch {
    return false;
  }
};

describe('turns', () => {
  it('end when an encoder is killed, and who waits for it is told', async () => {
    await start();
    const id = await taken(long());
    await until(() => encodersBelow().length === 1);
    process.kill(encodersBelow()[0], 'SIGKILL');
    const answer = await outcome(id);
    expect([answer.status, await errorOf(answer)]).toEqual([500, expect.stringMatching(/gave up/)]);
    expect(await counts()).toEqual({ running: 0, waiting: 0 });
    expect((await outcome(await taken(short()))).status).toBe(200);
  });

  it('are not lost where there is no folder to work in', async () => {
    const root = join(scratch, 'not-there');
    await start({ root });
    for (let i = 0; i < 4; i++) {
      const answer = await post('/api/proxies', short());
      expect(answer.status).toBe(507);
      expect(await errorOf(answer)).not.toMatch(/not-there/);
    }
    mkdirSync(root);
    expect((await outcome(await taken(short()))).status).toBe(200);
  });

  it('end where a program runs for too long', async () => {
    await start({ run: 300 });
    const answer = await outcome(await taken(long()));
    expect(await errorOf(answer)).toMatch(/took too long/);
    expect((await counts()).running).toBe(0);
  });

  it('are not held by a file that comes in slowly, which is given up where it stands still', async () => {
    await start({ still: 400 });
    const slow = httpRequest(`${base}/api/proxies`, { method: 'POST', headers: OWN });
    slow.on('error', () => undefined);
    const answered = new Promise<IncomingMessage>((resolve) => slow.on('response', resolve));
    slow.write('RIFF');
    expect((await outcome(await taken(short()))).status).toBe(200);
    expect((await answered).statusCode).toBe(408);
  });

  it('are told of, with those that wait', async () => {
    await start();
    const queue = async () =>
      ((await (await fetch(`${base}/api/health`)).json()) as { queue: object }).queue;
    expect(await queue()).toEqual({ running: 0, waiting: 0 });
    await taken(long());
    await taken(long());
    expect(await queue()).toEqual({ running: 1, waiting: 1 });
  });
});

describe('who may ask', () => {
  const asked = (headers: Record<string, string>, method = 'POST', path = '/api/proxies') =>
    new Promise<number>((resolve, reject) => {
      const request = httpRequest(base + path, { method, headers });
      request.on('response', (response) => resolve(response.resume().statusCode!));
      request.on('error', reject);
      request.end();
    });
  const host = () => new URL(base).host;

  it.each([
    ['another name for this machine', () => ({ ...OWN, host: 'evil.example' }), 421],
    ['a name that ends like its own', () => ({ ...OWN, host: 'evil.127.0.0.1' }), 421],
    ['a page of another origin', () => ({ ...OWN, origin: 'http://evil.example' }), 403],
    ['a page of another port', () => ({ ...OWN, origin: 'http://127.0.0.1:1' }), 403],
    ['a page without an origin', () => ({ ...OWN, origin: 'null' }), 403],
    ['a request across sites', () => ({ ...OWN, 'sec-fetch-site': 'cross-site' }), 403],
    ['a request of the same site', () => ({ ...OWN, 'sec-fetch-site': 'same-site' }), 403],
    ['a form', () => ({ origin: base, 'sec-fetch-site': 'same-origin' }), 403],
  ])('not %s', async (_who, headers, status) => {
    await start();
    expect(await asked(headers())).toBe(status);
    expect(await asked(headers(), 'DELETE', '/api/proxies/x')).toBe(status);
    expect((await counts()).running).toBe(0);
  });

  it.each([
    ['its own page', () => ({ ...OWN, origin: base, 'sec-fetch-site': 'same-origin' })],
    ['a program without an origin', () => OWN],
    ['a page under its public name', () => ({ ...OWN, host: 'kites.example' })],
    ['the local name', () => ({ ...OWN, host: `localhost:${new URL(base).port}` })],
  ])('%s', async (_who, headers) => {
    await start();
    // An empty file is no media, which is said later.
    expect(await asked(headers())).toBe(201);
  });

  it('reads nothing under another name either', async () => {
    await start();
    expect(await asked({ host: 'evil.example' }, 'GET', '/')).toBe(421);
    expect(await asked({ host: host() }, 'GET', '/')).toBe(200);
    expect(await asked({ 'sec-fetch-site': 'cross-site' }, 'GET', '/api/health')).toBe(403);
  });
});

describe('copies that are made', () => {
  it('stay until they are dropped, whatever becomes of a download', async () => {
    await start({ root: mkdtempSync(join(scratch, '.hidden-')) });
    const id = await taken(short());
    await outcome(id);
    const path = `${base}/api/proxies/${id}/file`;
    const head = await fetch(path, { method: 'HEAD' });
    expect(head.status).toBe(200);
    const part = await fetch(path, { headers: { range: 'bytes=0-99' } });
    expect([part.status, (await part.arrayBuffer()).byteLength]).toEqual([206, 100]);
    await new Promise<void>((resolve) => {
      const cut = httpRequest(path, (response) => response.once('data', () => cut.destroy()));
      cut
        .on('close', resolve)
        .on('error', () => undefined)
        .end();
    });
    const whole = await fetch(path);
    expect((await whole.arrayBuffer()).byteLength).toBe(Number(head.headers.get('content-length')));
    expect((await drop(`/api/proxies/${id}`)).status).toBe(204);
    expect((await fetch(path)).status).toBe(404);
  });

  it('are no more than may be there', async () => {
    await start({ copies: 2, running: 3 });
    for (let i = 0; i < 2; i++) await outcome(await taken(short()));
    const third = await post('/api/proxies', short());
    expect([third.status, await errorOf(third)]).toEqual([503, expect.stringMatching(/busy/)]);
  });

  it('are refused of pictures larger than any screen, before any is unpacked', async () => {
    await start();
    const wide = clip('wide.avi', '-i', 'color=s=6400x6400:r=1:d=1', '-c:v', 'png');
    const answer = await outcome(await taken(wide));
    expect(answer.status).toBe(422);
  });
});

describe('what is wrong', () => {
  it('is logged by route alone', async () => {
    await start();
    const id = await taken(short());
    await outcome(id);
    await fetch(`${base}/secret-name.txt?kite=1`);
    await until(() => logged.includes('splat'));
    expect(logged).toMatch(/"method":"GET","route":"\/api\/proxies\/:id","status":200/);
    expect(logged).not.toMatch(new RegExp(`secret|kite=1|${id}|${tmpdir()}`));
  });

  it('cannot be sent to another address by a form', async () => {
    await start();
    const policy = (await fetch(base)).headers.get('content-security-policy');
    expect(policy).toContain("form-action 'none'");
  });
});

describe('a server that is ended', () => {
  const PORT = 8117;
  const run = (folder: string): Promise<ChildProcess> =>
    new Promise((resolve) => {
      const env = { ...process.env, PORT: `${PORT}`, SITE: scratch, TMPDIR: folder };
      const child = spawn('node', ['--import', 'tsx', 'server/main.ts'], { env });
      child.stdout.once('data', () => resolve(child));
    });
  const begin = async (file: Uint8Array<ArrayBuffer>) => {
    const address = `http://127.0.0.1:${PORT}/api/proxies`;
    const taken = await fetch(address, { method: 'POST', body: file, headers: OWN });
    return `${address}/${((await taken.json()) as { id: string }).id}`;
  };
  const ours = (name: string) => name.startsWith('moon-patch');
  const ended = (child: ChildProcess) =>
    new Promise<number | null>((resolve) => child.once('exit', resolve));

  it('by a kill takes its encoders along, and what it left is swept when it starts again', async () => {
    const folder = mkdtempSync(join(scratch, 'killed-'));
    mkdirSync(join(folder, 'moon-patch-work-none'));
    const first = await run(folder);
    await begin(long());
    await until(() => encodersBelow(first.pid).length === 1);
    const [encoder] = encodersBelow(first.pid);
    first.kill('SIGKILL');
    await ended(first);
    await until(() => !isAlive(encoder));
    const left = () => readdirSync(folder).filter((name) => name.includes(`-${first.pid}-`));
    expect(left()).not.toEqual([]);
    const second = await run(folder);
    expect(left()).toEqual([]);
    second.kill('SIGTERM');
    expect(await ended(second)).toBe(0);
    // What is not named after a process is not its own.
    expect(readdirSync(folder).filter(ours)).toEqual(['moon-patch-work-none']);
  });

  it('politely lets a file end that is on its way to somebody', async () => {
    const bytes = 64 * 1024 * 1024;
    writeFileSync(join(scratch, 'large.bin'), Buffer.alloc(bytes));
    const child = await run(mkdtempSync(join(scratch, 'sending-')));
    const response = await new Promise<IncomingMessage>((resolve, reject) =>
      httpRequest(`http://127.0.0.1:${PORT}/large.bin`, resolve).on('error', reject).end(),
    );
    const exit = ended(child);
    let came = 0;
    for await (const piece of response) {
      if (came === 0) {
        // Far less than all of it lies in buffers when the server is told.
        child.kill('SIGTERM');
        await new Promise((resolve) => setTimeout(resolve, 300));
      }
      came += (piece as Buffer).length;
    }
    expect(came).toBe(bytes);
    expect(await exit).toBe(0);
  });

  it('politely finishes what is under way, and leaves nothing', async () => {
    const folder = mkdtempSync(join(scratch, 'stopped-'));
    const child = await run(folder);
    const path = await begin(short());
    const made = (async () => {
      for (;;) {
        const { made } = (await (await fetch(path)).json()) as { made: boolean };
        if (made) return true;
      }
    })();
    expect(await made).toBe(true);
    child.kill('SIGTERM');
    expect(await ended(child)).toBe(0);
    expect(readdirSync(folder).filter(ours)).toEqual([]);
  });
});
