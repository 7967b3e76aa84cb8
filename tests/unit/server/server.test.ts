import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer, type Running, type Start } from './start';
import { encodersBelow, until } from './watch';
import { scratchFolder } from '../../support/scratch';

const scratch = scratchFolder('test');

let running: Running;
let base: string;

const start = async (limits: Start = {}) => {
  running = await startServer({ idle: 5000, file: 1e7, ...limits });
  ({ base } = running);
};
const stop = () => running.stop();

beforeEach(() => start());
afterEach(stop);

const OWN = { 'x-moon-patch': 'app' };
const post = (path: string, body?: BodyInit, headers = {}) =>
  fetch(base + path, { method: 'POST', body, headers: { ...OWN, ...headers } });
const drop = (path: string) => fetch(base + path, { method: 'DELETE', headers: OWN });
const leftOver = () => [
  ...readdirSync(running.root),
  ...readdirSync(tmpdir()).filter((name) => name.startsWith(`moon-patch-work-${process.pid}-`)),
];
const made = (name: string, ...args: readonly string[]): Uint8Array<ArrayBuffer> => {
  const path = join(scratch, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args, path]);
  return new Uint8Array(readFileSync(path));
};
const short = () =>
  made('short.avi', '-f', 'lavfi', '-i', 'testsrc2=s=64x36:r=25:d=0.4', '-c:v', 'mpeg4');
const long = () =>
  made('long.avi', '-f', 'lavfi', '-i', 'testsrc2=s=640x360:d=20', '-c:v', 'mpeg4');
const idOf = async (response: Response) => ((await response.json()) as { id: string }).id;
const taken = async (file: Uint8Array<ArrayBuffer>) => idOf(await post('/api/proxies', file));
async function copied(id: string): Promise<Uint8Array> {
  for (;;) {
    const progress = await fetch(`${base}/api/proxies/${id}`);
    const { made, error } = (await progress.json()) as { made?: boolean; error?: string };
    if (error) throw new Error(error);
    if (made) break;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const file = await fetch(`${base}/api/proxies/${id}/file`);
  return new Uint8Array(await file.arrayBuffer());
}

describe('many clients at once', () => {
  const place = async (id: string) =>
    ((await (await fetch(`${base}/api/proxies/${id}`)).json()) as { place: number }).place;

  it('are told how many come first, and move up', async () => {
    await stop();
    await start({ waiting: 3 });
    const file = long();
    const ids = [await taken(file), await taken(file), await taken(file)];
    expect(await Promise.all(ids.map(place))).toEqual([0, 1, 2]);
    await drop(`/api/proxies/${ids[0]}`);
    // A turn is free once its encoder has ended.
    await until(async () => (await place(ids[1])) === 0);
    expect(await place(ids[2])).toBe(1);
  });

  it('are all served, twelve of them, no more at a time than may run', async () => {
    await stop();
    await start({ running: 2, waiting: 10 });
    let most = 0;
    const watch = setInterval(() => (most = Math.max(most, encodersBelow().length)), 5);
    const file = short();
    const ids = await Promise.all(Array.from({ length: 12 }, () => taken(file)));
    const copies = await Promise.all(ids.map(copied));
    clearInterval(watch);
    expect(copies.filter(({ length }) => length > 1000)).toHaveLength(12);
    expect(most).toBeGreaterThan(0);
    expect(most).toBeLessThanOrEqual(2);
  });

  it('are refused where too many wait already', async () => {
    await stop();
    await start({ running: 1, waiting: 1 });
    const file = long();
    await taken(file);
    await taken(file);
    const third = await post('/api/proxies', file);
    expect(third.status).toBe(503);
    expect(((await third.json()) as { error: string }).error).toMatch(/busy/);
  });

  it('that go away end their encoder, and nothing is left of them', async () => {
    await stop();
    await start({ idle: 3000 });
    await taken(long());
    await until(() => encodersBelow().length === 1);
    expect(leftOver()).toHaveLength(2);
    // Asking for it would show that the client is still there; its folders go with it.
    await until(() => encodersBelow().length === 0 && leftOver().length === 0);
  });

  it('cannot name a file', async () => {
    const outside = encodeURIComponent('../../etc');
    expect((await fetch(`${base}/api/proxies/${outside}`)).status).toBe(404);
    const folder = join(running.root, '..', 'moon-patch-kept');
    mkdirSync(folder, { recursive: true });
    const named = encodeURIComponent('../moon-patch-kept');
    expect((await drop(`/api/proxies/${named}`)).status).toBe(404);
    expect(existsSync(folder)).toBe(true);
  });
});

describe('copies for files that a browser cannot read', () => {
  const PICTURES = ['-f', 'lavfi', '-i', 'testsrc2=s=102x64:r=25:d=1'];
  const streamsOf = (file: Uint8Array) => {
    const path = join(scratch, 'copy');
    writeFileSync(path, file);
    const entries = 'stream=codec_name,pix_fmt,width,nb_frames';
    const args = ['-v', 'error', '-show_entries', entries, '-of', 'csv=p=0', path];
    return String(execFileSync('ffprobe', args)).trim().split('\n');
  };

  it('are H.264 of even size with AAC', async () => {
    const sound = ['-f', 'lavfi', '-i', 'sine=f=440:d=1'];
    const odd = ['-vf', 'format=rgb24,crop=101:63', '-c:v', 'png', '-c:a', 'mp2'];
    const avi = made('old.avi', ...PICTURES, ...sound, ...odd);
    const [video, heard] = streamsOf(await copied(await taken(avi)));
    expect(video).toBe('h264,102,yuv420p,25');
    expect(heard).toMatch(/^aac/);
  });

  it('keep transparency', async () => {
    const clear = ['-vf', 'format=rgba,colorchannelmixer=aa=0.5', '-c:v', 'png'];
    const [video] = streamsOf(await copied(await taken(made('clear.avi', ...PICTURES, ...clear))));
    expect(video).toBe('prores,102,yuva444p12le,25');
  });

  it('are refused of text, of a list of other files, and of what is too large', async () => {
    const text = new TextEncoder().encode('no media at all');
    await expect(copied(await taken(text))).rejects.toThrow(/cannot read this file either/);
    const list = new TextEncoder().encode('#EXTM3U\n#EXTINF:1,\nfile:///etc/passwd\n');
    await expect(copied(await taken(list))).rejects.toThrow(/cannot read this file either/);
    expect((await post('/api/proxies', new Uint8Array(1e7 + 1))).status).toBe(413);
  });

  it('leave nothing behind when they are stopped', async () => {
    const id = await taken(long());
    await until(() => encodersBelow().length === 1);
    await drop(`/api/proxies/${id}`);
    expect((await fetch(`${base}/api/proxies/${id}`)).status).toBe(404);
    await until(() => leftOver().length === 0);
  });
});

describe('the site', () => {
  it('is isolated and under a strict policy, on every route', async () => {
    const response = await fetch(`${base}/overlay/some-id/make`);
    expect(await response.text()).toContain('Moon Patch');
    expect(response.headers.get('cross-origin-opener-policy')).toBe('same-origin');
    expect(response.headers.get('cross-origin-embedder-policy')).toBe('require-corp');
    expect(response.headers.get('content-security-policy')).toContain("default-src 'self'");
    expect(response.headers.get('content-security-policy')).not.toMatch(
      /script-src[^;]*unsafe-inline/,
    );
  });

  it('does not hand out files outside its folder', async () => {
    const response = await fetch(`${base}/..%2f..%2fetc/passwd`);
    expect(await response.text()).not.toContain('root:');
  });

  it('answers unknown API addresses as such', async () => {
    expect((await fetch(`${base}/api/nothing`)).status).toBe(404);
  });
});
