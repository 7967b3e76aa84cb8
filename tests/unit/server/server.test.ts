import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { request as httpRequest, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import pino from 'pino';
import { createApp } from '../../../server/app';
import { Encodes } from '../../../server/encodes';
import { hostsOf } from '../../../server/guard';
import { Proxies, type ProxyLimits } from '../../../server/proxies';
import { Turns } from '../../../server/turns';

const site = mkdtempSync(join(tmpdir(), 'moon-patch-site-'));
writeFileSync(join(site, 'index.html'), '<title>Moon Patch</title>');

let encodes: Encodes;
let proxies: Proxies;
let server: Server;
let base: string;

interface Start extends Partial<ProxyLimits> {
  readonly running?: number;
  readonly waiting?: number;
  readonly log?: pino.Logger;
}

const start = ({
  running = 1,
  waiting = 1,
  log = pino({ level: 'silent' }),
  ...limits
}: Start = {}) =>
  new Promise<void>((resolve) => {
    const turns = new Turns({ running, waiting });
    const kept = { idle: 5000, file: 1e7, ...limits };
    encodes = new Encodes(turns, kept);
    proxies = new Proxies(turns, kept);
    const app = createApp({ site, encodes, proxies, turns, hosts: hostsOf('kites.example'), log });
    server = app.listen(0, '127.0.0.1', () => {
      base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
      resolve();
    });
  });
const stop = () => {
  encodes.dropAll();
  proxies.dropAll();
  server.closeAllConnections();
  server.close();
};

beforeEach(() => start());
afterEach(stop);

function frame(colour: string): Buffer {
  const context = createCanvas(64, 36).getContext('2d');
  context.fillStyle = colour;
  context.fillRect(0, 0, 32, 36);
  return context.canvas.toBuffer('image/png');
}

const REQUEST = {
  format: 'prores4444',
  width: 64,
  height: 36,
  frames: 3,
  sound: false,
  rate: { num: 30, den: 1 },
};
const OWN = { 'x-moon-patch': 'app' };
const post = (path: string, body?: BodyInit, headers = {}) =>
  fetch(base + path, { method: 'POST', body, headers: { ...OWN, ...headers } });
const drop = (path: string) => fetch(base + path, { method: 'DELETE', headers: OWN });
const create = async (change: object = {}) =>
  post('/api/encodes', JSON.stringify({ ...REQUEST, ...change }), {
    'content-type': 'application/json',
  });
const created = async () => ((await (await create()).json()) as { id: string }).id;
const send = (id: string, first: number, ...frames: readonly Buffer[]) =>
  post(
    `/api/encodes/${id}/frames/${first}?count=${frames.length}`,
    new Uint8Array(Buffer.concat(frames)),
  );
const leftOver = () =>
  readdirSync(tmpdir()).filter((name) => name.startsWith(`moon-patch-work-${process.pid}-`));
/** Until something is so; what never is fails by the test's own time limit. */
async function until(holds: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 10));
}
/** The encoders that this process runs. */
const encoders = () =>
  readdirSync('/proc').filter((pid) => {
    if (!/^\d+$/.test(pid)) return false;
    try {
      const [, name, parent] = /\((.+)\) \w (\d+)/.exec(readFileSync(`/proc/${pid}/stat`, 'utf8'))!;
      const ended = readFileSync(`/proc/${pid}/cmdline`, 'utf8') === '';
      return name === 'ffmpeg' && Number(parent) === process.pid && !ended;
    } catch {
      return false;
    }
  });
const errorOf = async (response: Response) => ((await response.json()) as { error: string }).error;

describe('the encode server', () => {
  it('makes a ProRes 4444 file with the frames’ alpha', async () => {
    const id = await created();
    expect((await send(id, 0, frame('#ff0000'), frame('#ff0000'))).status).toBe(204);
    expect((await send(id, 2, frame('#0000ff'))).status).toBe(204);
    const file = await post(`/api/encodes/${id}/finish`);
    expect(file.status).toBe(200);
    const path = join(site, 'out.mov');
    writeFileSync(path, Buffer.from(await file.arrayBuffer()));
    const raw = execFileSync('ffmpeg', [
      '-v',
      'error',
      '-i',
      path,
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgba',
      '-',
    ]);
    expect(raw.length).toBe(64 * 36 * 4 * 3);
    const at = (frameIndex: number, x: number) => [
      ...raw.subarray((frameIndex * 64 * 36 + x) * 4).subarray(0, 4),
    ];
    expect(at(0, 8)[3]).toBe(255);
    expect(at(0, 60)[3]).toBe(0);
    expect(at(2, 8)[2]).toBeGreaterThan(240);
  });

  it('leaves no file behind, neither after a finished encode nor after one that was stopped', async () => {
    const before = leftOver().length;
    const done = await created();
    await send(done, 0, frame('#fff'), frame('#fff'), frame('#fff'));
    await (await post(`/api/encodes/${done}/finish`)).arrayBuffer();
    const stopped = await created();
    await send(stopped, 0, frame('#fff'));
    await drop(`/api/encodes/${stopped}`);
    await until(() => leftOver().length === before);
  });

  it.each([
    ['an unknown format', { format: '; rm -rf /' }],
    ['a width of text', { width: '64' }],
    ['a huge height', { height: 1e9 }],
    ['no frames', { frames: 0 }],
    ['an unknown field', { args: '-i /etc/passwd' }],
  ])('refuses %s', async (_name, change) => {
    const response = await create(change);
    expect(response.status).toBe(400);
    expect(await errorOf(response)).toBeTruthy();
  });

  it('refuses frames out of order, too many, or that are no PNG', async () => {
    const id = await created();
    expect((await send(id, 1, frame('#fff'))).status).toBe(409);
    expect((await send(id, 0, ...Array(4).fill(frame('#fff')))).status).toBe(400);
    const text = await post(`/api/encodes/${id}/frames/0?count=1`, 'not a picture');
    expect(text.status).toBe(400);
    expect(await errorOf(text)).toMatch(/PNG/);
  });

  it('refuses to finish while the last frames still wait for their turn', async () => {
    const first = await created();
    const second = await created();
    const waiting = send(second, 0, frame('#fff'), frame('#fff'), frame('#fff'));
    await until(async () => {
      const early = await post(`/api/encodes/${second}/finish`);
      return early.status === 409 && /not all taken/.test(await errorOf(early));
    });
    await drop(`/api/encodes/${first}`);
    expect((await waiting).status).toBe(204);
    expect((await post(`/api/encodes/${second}/finish`)).status).toBe(200);
  });

  it('refuses to finish too early', async () => {
    const id = await created();
    await send(id, 0, frame('#fff'));
    const response = await post(`/api/encodes/${id}/finish`);
    expect(response.status).toBe(409);
    expect(await errorOf(response)).toMatch(/1 of 3 frames/);
  });

  it('lets encodes wait for their turn, and refuses more than may wait', async () => {
    const first = await created();
    const second = await created();
    const third = await create();
    expect(third.status).toBe(503);
    expect(await errorOf(third)).toMatch(/busy/);
    const waiting = send(second, 0, frame('#fff'), frame('#fff'), frame('#fff'));
    await drop(`/api/encodes/${first}`);
    expect((await waiting).status).toBe(204);
    expect((await post(`/api/encodes/${second}/finish`)).status).toBe(200);
  });

  it('drops an encode whose client has gone away', async () => {
    stop();
    await start({ idle: 80 });
    const before = leftOver().length;
    const id = await created();
    expect(leftOver().length).toBe(before + 1);
    // Asking for it would show that the client is still there; its folder goes with it.
    await until(() => leftOver().length === before);
    const response = await send(id, 0, frame('#fff'));
    expect(response.status).toBe(404);
    expect(await errorOf(response)).toMatch(/no longer there/);
  });
});

describe('many clients at once', () => {
  const place = async (id: string) =>
    ((await (await fetch(`${base}/api/encodes/${id}`)).json()) as { place: number }).place;
  async function gone(): Promise<number> {
    const started = performance.now();
    while (encoders().length > 0 && performance.now() - started < 5000) {
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    return performance.now() - started;
  }

  it('are told how many come first, and move up', async () => {
    stop();
    await start({ waiting: 3 });
    const ids = [await created(), await created(), await created()];
    expect(await Promise.all(ids.map(place))).toEqual([0, 1, 2]);
    await drop(`/api/encodes/${ids[0]}`);
    expect(await Promise.all(ids.slice(1).map(place))).toEqual([0, 1]);
  });

  it('are all served, twenty of them, no more at a time than may run', async () => {
    stop();
    await start({ running: 2, waiting: 18 });
    let most = 0;
    const watch = setInterval(() => (most = Math.max(most, encoders().length)), 20);
    const asked = await Promise.all(Array.from({ length: 21 }, () => create()));
    const taken = asked.filter(({ status }) => status === 201);
    expect(taken).toHaveLength(20);
    expect(asked.filter(({ status }) => status === 503)).toHaveLength(1);
    const served = async (response: Response): Promise<number> => {
      const { id } = (await response.json()) as { id: string };
      while ((await place(id)) > 0) await new Promise((resolve) => setTimeout(resolve, 20));
      await send(id, 0, frame('#f00'), frame('#0f0'), frame('#00f'));
      const file = await post(`/api/encodes/${id}/finish`);
      return (await file.arrayBuffer()).byteLength > 1000 ? file.status : 0;
    };
    const answers = await Promise.all(taken.map(served));
    clearInterval(watch);
    expect(answers).toEqual(Array(20).fill(200));
    expect(most).toBeGreaterThan(0);
    expect(most).toBeLessThanOrEqual(2);
  });

  it('that stop, or go away in the middle of a frame, end their encoder within two seconds', async () => {
    const before = leftOver().length;
    const stopped = await created();
    await send(stopped, 0, frame('#fff'));
    await until(() => encoders().length === 1);
    await drop(`/api/encodes/${stopped}`);
    expect(await gone()).toBeLessThan(2000);

    const left = await created();
    await send(left, 0, frame('#fff'));
    await until(() => encoders().length === 1);
    const request = httpRequest(`${base}/api/encodes/${left}/frames/1?count=2`, {
      method: 'POST',
      headers: OWN,
    });
    request.on('error', () => undefined);
    await new Promise((resolve) => request.write(frame('#fff'), resolve));
    request.destroy();
    expect(await gone()).toBeLessThan(2000);
    expect(leftOver().length).toBe(before);
  });

  it('cannot name a file or an option: what they send is numbers that were checked', async () => {
    for (const format of ['../prores4444', 'prores4444 -i /etc/passwd', 'toString']) {
      expect((await create({ format })).status).toBe(400);
    }
    expect((await create({ rate: { num: '30;reboot', den: 1 } })).status).toBe(400);
    expect((await fetch(`${base}/api/encodes/${encodeURIComponent('../../etc')}`)).status).toBe(
      404,
    );
  });
});

describe('sound that goes with the frames', () => {
  const sound = (seconds: number) => new Uint8Array(Math.round(seconds * 48_000) * 4).fill(64);

  it('is in the file, as long as the pictures', async () => {
    const { id } = (await (await create({ sound: true })).json()) as { id: string };
    expect((await post(`/api/encodes/${id}/sound`, sound(0.04))).status).toBe(204);
    expect((await post(`/api/encodes/${id}/sound`, sound(0.06))).status).toBe(204);
    await send(id, 0, frame('#fff'), frame('#fff'), frame('#fff'));
    const path = join(site, 'heard.mov');
    const file = await post(`/api/encodes/${id}/finish`);
    writeFileSync(path, Buffer.from(await file.arrayBuffer()));
    const probed = execFileSync('ffprobe', [
      ...['-v', 'error', '-select_streams', 'a', '-of', 'csv=p=0'],
      ...['-show_entries', 'stream=codec_name,duration', path],
    ]);
    expect(String(probed).trim()).toBe('pcm_s16le,0.100000');
  });

  it('is refused unannounced, too long, or after the frames', async () => {
    const silent = await created();
    expect((await post(`/api/encodes/${silent}/sound`, sound(0.1))).status).toBe(400);
    const { id } = (await (await create({ sound: true })).json()) as { id: string };
    expect((await post(`/api/encodes/${id}/sound`, sound(2))).status).toBe(413);
  });
});

describe('copies for files that a browser cannot read', () => {
  const made = (name: string, ...args: readonly string[]): Uint8Array<ArrayBuffer> => {
    const path = join(site, name);
    execFileSync('ffmpeg', ['-v', 'error', '-y', ...args, path]);
    return new Uint8Array(readFileSync(path));
  };
  const PICTURES = ['-f', 'lavfi', '-i', 'testsrc2=s=102x64:r=25:d=1'];
  const taken = async (file: Uint8Array<ArrayBuffer>) =>
    ((await (await post('/api/proxies', file)).json()) as { id: string }).id;
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
  const streamsOf = (file: Uint8Array) => {
    const path = join(site, 'copy');
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
    const before = leftOver().length;
    const long = made('long.avi', '-f', 'lavfi', '-i', 'testsrc2=s=640x360:d=20', '-c:v', 'mpeg4');
    const id = await taken(long);
    await drop(`/api/proxies/${id}`);
    expect((await fetch(`${base}/api/proxies/${id}`)).status).toBe(404);
    expect(leftOver().length).toBe(before);
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
