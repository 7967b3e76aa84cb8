import type { ChildProcess } from 'node:child_process';
import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { EncodeRequest } from './encodeRequest';
import { encodeArgs, extensionOf, SOUND } from './ffmpeg';
import { Jobs, type Job, type JobLimits } from './jobs';
import { feed, limited } from './receive';
import { Refusal } from './refusal';
import type { Turn, Turns } from './turns';

/** What is known of one encode besides its job. */
interface Encode {
  readonly request: EncodeRequest;
  turn: Turn | null;
  encoder: ChildProcess | null;
  /** Frames that have come. */
  received: number;
  /** Bytes of sound that have come. */
  heard: number;
}

export interface EncodeLimits extends JobLimits {
  /** Bytes of one request's frames. */
  readonly body: number;
}

const FRAMES_LIMIT = 512 * 1024 * 1024;

const PNG_SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/** Files made of frames that come one after the other, with their sound before them. */
export class Encodes {
  private readonly jobs: Jobs<Encode>;
  private readonly bodyLimit: number;

  constructor(
    private readonly turns: Turns,
    limits: Partial<EncodeLimits> = {},
  ) {
    this.jobs = new Jobs(limits);
    this.bodyLimit = limits.body ?? FRAMES_LIMIT;
  }

  /** @throws Refusal 503 when too many wait already */
  create(request: EncodeRequest): { id: string; place: number } {
    this.turns.requireRoom();
    const encode: Encode = { request, turn: null, encoder: null, received: 0, heard: 0 };
    const job = this.jobs.create(encode);
    encode.turn = job.take(this.turns);
    return { id: job.id, place: encode.turn.place() };
  }

  /** How many encodes end before this one begins; asking keeps it waiting. @throws Refusal 404 */
  place(id: string): Promise<number> {
    return this.jobs.serve(id, async (_job, { turn }) => turn!.place());
  }

  /**
   * Appends to the sound: 16-bit stereo at 48 kHz.
   * @throws Refusal when none was announced, frames have come already, or it outlasts the pictures
   */
  addSound(id: string, body: Readable): Promise<void> {
    return this.guarded(id, async (job, encode) => {
      const { frames, rate, sound } = encode.request;
      if (!sound) throw new Refusal(400, 'No sound was announced.');
      if (encode.received > 0) throw new Refusal(409, 'Sound has to come before the frames.');
      const whole = Math.ceil(((frames * rate.den) / rate.num) * SOUND.rate) * SOUND.bytes;
      const file = createWriteStream(soundFile(job), { flags: 'a' });
      // A little more, because places in it are rounded.
      await pipeline(limited(body, whole + SOUND.rate - encode.heard), file);
      encode.heard += file.bytesWritten;
    });
  }

  /**
   * Feeds frames `first`…`first + count − 1`, PNG files one after the other, to the encoder.
   * @throws Refusal when they are out of order, too many, too large or not PNG
   */
  async addFrames(id: string, first: number, count: number, body: Readable): Promise<void> {
    const { detail } = this.jobs.find(id);
    if (first !== detail.received) {
      throw new Refusal(409, `Frame ${detail.received} is due, not frame ${first}.`);
    }
    if (!(count >= 1) || first + count > detail.request.frames) {
      throw new Refusal(400, 'These are more frames than were announced.');
    }
    detail.received += count;
    await this.guarded(id, async (job, encode) => {
      await encode.turn!.begun;
      encode.encoder ??= startEncoder(job, encode);
      const pictures = limited(body, this.bodyLimit, checkPng);
      await feed(pictures, encode.encoder.stdin!).catch((error) => {
        throw error instanceof Refusal ? error : job.gaveUp();
      });
    });
  }

  /** Ends an encode. @returns the file's path; the caller drops the encode once it is sent */
  async finish(id: string): Promise<string> {
    const { received, request, encoder } = this.jobs.find(id).detail;
    if (received !== request.frames) {
      throw new Refusal(409, `Only ${received} of ${request.frames} frames have come.`);
    }
    // The last frames may have been sent, and still wait for their turn.
    if (!encoder) throw new Refusal(409, 'The frames are not all taken yet.');
    return this.guarded(id, async (job) => {
      encoder.stdin!.end();
      await job.ended();
      return outFile(job, request);
    });
  }

  /** Stops an encode and removes all it left. */
  drop(id: string): void {
    this.jobs.drop(id);
  }

  dropAll(): void {
    this.jobs.dropAll();
  }

  /** Half a frame, or a client that went away in the middle of one, has spoilt the stream: nothing is left of it. */
  private async guarded<T>(id: string, work: (job: Job, encode: Encode) => Promise<T>): Promise<T> {
    try {
      return await this.jobs.serve(id, work);
    } catch (error) {
      this.drop(id);
      throw error;
    }
  }
}

const soundFile = (job: Job): string => join(job.folder, 'sound.pcm');

const outFile = (job: Job, { format }: EncodeRequest): string =>
  join(job.folder, `out.${extensionOf(format)}`);

function startEncoder(job: Job, { request, heard }: Encode): ChildProcess {
  const sound = heard > 0 ? soundFile(job) : null;
  const args = encodeArgs(request, sound, outFile(job, request));
  return job.start('ffmpeg', args, ['pipe', 'ignore', 'pipe']);
}

function checkPng(head: Buffer): void {
  if (!head.subarray(0, 8).equals(PNG_SIGNATURE.subarray(0, head.length))) {
    throw new Refusal(400, 'Frames have to be PNG pictures.');
  }
}
