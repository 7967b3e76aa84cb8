import type { ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable, Writable } from 'node:stream';
import type { EncodeRequest } from './encodeRequest';
import { extensionOf, startEncode } from './ffmpeg';

/** A refusal with the HTTP status it is sent with; the message is for people. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

interface Encode {
  readonly id: string;
  readonly request: EncodeRequest;
  readonly folder: string;
  readonly file: string;
  child: ChildProcess | null;
  problem: string;
  received: number;
  idle: NodeJS.Timeout | null;
  /** Resolves when it is this encode's turn. */
  readonly turn: Promise<void>;
  readonly begin: () => void;
}

export interface EncodeLimits {
  /** Encodes that run at once. */
  readonly running: number;
  /** Encodes that may wait for their turn. */
  readonly waiting: number;
  /** Milliseconds without a request after which a client counts as gone. */
  readonly idle: number;
  /** Bytes of one request's frames. */
  readonly body: number;
}

const DEFAULT_LIMITS: EncodeLimits = {
  running: Math.max(1, availableParallelism()),
  waiting: 20,
  idle: 60_000,
  body: 512 * 1024 * 1024,
};

const PNG_SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/** Resolves once a full stream takes more, or never will. */
function roomIn(stream: Writable): Promise<void> {
  return new Promise((resolve) => {
    const done = () => {
      stream.off('drain', done).off('close', done);
      resolve();
    };
    stream.on('drain', done).on('close', done);
  });
}

/** The encode jobs of one server: at most one a core runs, the others wait in order. */
export class Encodes {
  private readonly jobs = new Map<string, Encode>();
  private readonly limits: EncodeLimits;

  constructor(limits: Partial<EncodeLimits> = {}) {
    this.limits = { ...DEFAULT_LIMITS, ...limits };
  }

  /** @throws Refusal 503 when too many wait already */
  create(request: EncodeRequest): { id: string; place: number } {
    const place = Math.max(0, this.jobs.size + 1 - this.limits.running);
    if (place > this.limits.waiting) {
      throw new Refusal(503, 'The encode server is busy. Try again in a minute.');
    }
    const folder = mkdtempSync(join(tmpdir(), 'moon-patch-'));
    let begin = () => {};
    const turn = new Promise<void>((resolve) => (begin = resolve));
    const id = randomUUID();
    const file = join(folder, `out.${extensionOf(request.format)}`);
    const encode: Encode = {
      id,
      request,
      folder,
      file,
      child: null,
      problem: '',
      received: 0,
      idle: null,
      turn,
      begin,
    };
    this.jobs.set(id, encode);
    this.touch(encode);
    this.startNext();
    return { id, place };
  }

  /**
   * Feeds frames `first`…`first + count − 1`, PNG files one after the other, to the encoder.
   * @throws Refusal when they are out of order, too many, too large or not PNG
   */
  async addFrames(id: string, first: number, count: number, body: Readable): Promise<void> {
    const encode = this.find(id);
    if (first !== encode.received) {
      throw new Refusal(409, `Frame ${encode.received} is due, not frame ${first}.`);
    }
    if (!(count >= 1) || first + count > encode.request.frames) {
      throw new Refusal(400, 'These are more frames than were announced.');
    }
    encode.received += count;
    this.hold(encode);
    await encode.turn;
    try {
      await this.feed(encode, body);
    } catch (error) {
      // Half a frame, or a client that went away in the middle of one, has spoilt the stream.
      this.drop(id);
      throw error;
    }
    this.touch(encode);
  }

  /** Ends an encode. @returns the file's path; the caller drops the encode once it is sent */
  async finish(id: string): Promise<string> {
    const encode = this.find(id);
    const { received, request } = encode;
    if (received !== request.frames) {
      throw new Refusal(409, `Only ${received} of ${request.frames} frames have come.`);
    }
    this.hold(encode);
    await encode.turn;
    const child = encode.child!;
    child.stdin!.end();
    const code = child.exitCode ?? (await once(child, 'close'))[0];
    if (code !== 0) {
      this.drop(id);
      throw new Refusal(
        500,
        `The encoder gave up: ${encode.problem.trim().split('\n').at(-1) ?? 'no reason given'}`,
      );
    }
    return encode.file;
  }

  /** Stops an encode and removes all it left. */
  drop(id: string): void {
    const encode = this.jobs.get(id);
    if (!encode) return;
    this.jobs.delete(id);
    this.hold(encode);
    encode.child?.kill('SIGKILL');
    encode.begin();
    rmSync(encode.folder, { recursive: true, force: true });
    this.startNext();
  }

  dropAll(): void {
    for (const id of [...this.jobs.keys()]) this.drop(id);
  }

  private find(id: string): Encode {
    const encode = this.jobs.get(id);
    if (!encode) throw new Refusal(404, 'This encode is no longer there. Press Send again.');
    return encode;
  }

  private startNext(): void {
    const running = [...this.jobs.values()].filter((job) => job.child).length;
    const next = [...this.jobs.values()].find((job) => !job.child);
    if (!next || running >= this.limits.running) return;
    const child = startEncode(next.request, next.file);
    child.stderr!.on('data', (text) => (next.problem = (next.problem + text).slice(-2000)));
    child.stdin!.on('error', () => undefined);
    child.on('error', (error) => (next.problem = error.message));
    next.child = child;
    next.begin();
    this.startNext();
  }

  private async feed(encode: Encode, body: Readable): Promise<void> {
    const stdin = encode.child?.stdin;
    let bytes = 0;
    for await (const chunk of body as AsyncIterable<Buffer>) {
      if (bytes === 0 && !chunk.subarray(0, 8).equals(PNG_SIGNATURE.subarray(0, chunk.length))) {
        throw new Refusal(400, 'Frames have to be PNG pictures.');
      }
      bytes += chunk.length;
      if (bytes > this.limits.body) throw new Refusal(413, 'These frames are too large.');
      if (!stdin?.writable) {
        throw new Refusal(500, `The encoder gave up: ${encode.problem.trim() || 'it was stopped'}`);
      }
      if (!stdin.write(chunk)) await roomIn(stdin);
    }
  }

  private hold(encode: Encode): void {
    if (encode.idle) clearTimeout(encode.idle);
    encode.idle = null;
  }

  /** Starts waiting for the client's next request. */
  private touch(encode: Encode): void {
    this.hold(encode);
    const timer: unknown = setTimeout(() => this.drop(encode.id), this.limits.idle);
    encode.idle = (timer as NodeJS.Timeout).unref();
  }
}
