import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { rmSync } from 'node:fs';
import type { ChildProcess, SpawnOptions } from 'node:child_process';
import { text } from 'node:stream/consumers';
import { spawnConfined } from './confined';
import { Refusal } from './refusal';
import type { Turn, Turns } from './turns';
import { makeWorkFolder } from './workFolder';

export interface JobLimits {
  /** Milliseconds without a request after which a client counts as gone. */
  readonly idle: number;
  /** Milliseconds that one program may run. */
  readonly run: number;
  /** Jobs of one kind that may be there at once, finished ones that were not fetched included. */
  readonly jobs: number;
}

const DEFAULT_LIMITS: JobLimits = { idle: 60_000, run: 4 * 60 * 60_000, jobs: 40 };

/** Characters of a program's complaints that are kept. */
const PROBLEM = 2000;

/** One piece of work for one client: a folder of its own, a turn, and the program it runs. */
export class Job {
  readonly id = randomUUID();
  readonly folder = makeWorkFolder();
  private turns: Turn[] = [];
  private child: ChildProcess | null = null;
  /** The program's exit code, once it has ended; null where a signal ended it. */
  private outcome: Promise<number | null> = Promise.resolve(null);
  private problem = '';
  /** Whether a program was ended because it ran for too long. */
  overran = false;
  private over = false;

  constructor(private readonly run: number) {}

  /** Takes a turn, which ends with the job at the latest. @throws Refusal 503 | 404 */
  take(turns: Turns): Turn {
    if (this.over) throw gone();
    const turn = turns.take();
    this.turns.push(turn);
    return turn;
  }

  /** Starts a program of this job, one at a time; it dies with the job. @throws Refusal 404 once that is over */
  start(program: string, args: readonly string[], stdio: SpawnOptions['stdio']): ChildProcess {
    if (this.over) throw gone();
    const child = spawnConfined(program, args, stdio);
    child.stderr?.on('data', (words) => (this.problem = (this.problem + words).slice(-PROBLEM)));
    child.stdin?.on('error', () => undefined);
    child.on('error', (error) => (this.problem = error.message));
    const limit = setTimeout(() => {
      this.problem = 'it took too long';
      this.overran = true;
      child.kill('SIGKILL');
    }, this.run);
    this.outcome = once(child, 'close')
      .then(
        ([code]) => code as number | null,
        () => null,
      )
      .finally(() => clearTimeout(limit));
    this.child = child;
    return child;
  }

  /** What a program writes until it ends well. @throws Refusal 500 with its last words */
  async output(program: string, args: readonly string[]): Promise<string> {
    const child = this.start(program, args, ['ignore', 'pipe', 'pipe']);
    const written = text(child.stdout!);
    await this.ended();
    return written;
  }

  /** Resolves once the program has ended well. @throws Refusal 500 with its last words */
  async ended(): Promise<void> {
    if ((await this.outcome) !== 0) throw this.gaveUp();
  }

  gaveUp(): Refusal {
    const reason = this.problem.trim().split('\n').at(-1) || 'it was stopped';
    // Where its files lie is no one's business.
    return new Refusal(500, `The encoder gave up: ${reason.replace(/(file:)?\/\S+\//g, '')}`);
  }

  /** Ends its program and its turns, and removes its folder. */
  end(): void {
    this.over = true;
    this.child?.kill('SIGKILL');
    for (const turn of this.turns) turn.end();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

const gone = (): Refusal => new Refusal(404, 'This work is no longer there. Start it again.');

/** The jobs of one kind that are under way, each with what is known of it; dropped when nobody asks for them. */
export class Jobs<Detail> {
  private readonly entries = new Map<
    string,
    { readonly job: Job; readonly detail: Detail; requests: number; timer: NodeJS.Timeout | null }
  >();
  private readonly limits: JobLimits;

  constructor(limits: Partial<JobLimits> = {}) {
    this.limits = { ...DEFAULT_LIMITS, ...limits };
  }

  /** @throws Refusal 503 when too many are there already, 507 where there is no room */
  create(detail: Detail): Job {
    if (this.entries.size >= this.limits.jobs) throw busy();
    const job = new Job(this.limits.run);
    this.entries.set(job.id, { job, detail, requests: 0, timer: null });
    this.waitForClient(job.id);
    return job;
  }

  /** @throws Refusal 404 */
  find(id: string): { readonly job: Job; readonly detail: Detail } {
    const entry = this.entries.get(id);
    if (!entry) throw gone();
    return entry;
  }

  /** Serves a request of a job's client, who counts as there until it is done. */
  async serve<T>(id: string, work: (job: Job, detail: Detail) => Promise<T>): Promise<T> {
    const { job, detail } = this.find(id);
    const entry = this.entries.get(id)!;
    entry.requests++;
    this.stopWaiting(id);
    try {
      return await work(job, detail);
    } finally {
      entry.requests--;
      this.waitForClient(id);
    }
  }

  /** Ends a job and removes all it left. */
  drop(id: string): void {
    this.stopWaiting(id);
    const entry = this.entries.get(id);
    this.entries.delete(id);
    entry?.job.end();
  }

  dropAll(): void {
    for (const id of [...this.entries.keys()]) this.drop(id);
  }

  private waitForClient(id: string): void {
    const entry = this.entries.get(id);
    if (!entry || entry.requests > 0) return;
    this.stopWaiting(id);
    const timer: unknown = setTimeout(() => this.drop(id), this.limits.idle);
    entry.timer = (timer as NodeJS.Timeout).unref();
  }

  private stopWaiting(id: string): void {
    const entry = this.entries.get(id);
    if (entry?.timer) clearTimeout(entry.timer);
    if (entry) entry.timer = null;
  }
}

const busy = (): Refusal => new Refusal(503, 'The server is busy. Try again in a minute.');
