import { spawn, type ChildProcess, type SpawnOptions } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { Refusal } from './refusal';
import type { Turn, Turns } from './turns';

/** Milliseconds without a request after which a client counts as gone. */
const IDLE = 60_000;

/** Characters of a program's complaints that are kept. */
const PROBLEM = 2000;

/** One piece of work for one client: a folder of its own, a turn, and the program it runs. */
export class Job {
  readonly id = randomUUID();
  readonly folder = mkdtempSync(join(tmpdir(), 'moon-patch-'));
  private child: ChildProcess | null = null;
  private problem = '';
  private over = false;

  constructor(readonly turn: Turn) {}

  /** Starts a program of this job, one at a time; it dies with the job. @throws Refusal 404 once that is over */
  start(program: string, args: readonly string[], stdio: SpawnOptions['stdio']): ChildProcess {
    if (this.over) throw gone();
    const child = spawn(program, args, { stdio });
    child.stderr?.on('data', (words) => (this.problem = (this.problem + words).slice(-PROBLEM)));
    child.stdin?.on('error', () => undefined);
    child.on('error', (error) => (this.problem = error.message));
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
    const child = this.child!;
    const code = child.exitCode ?? (await once(child, 'close').catch(() => [null]))[0];
    if (code !== 0) throw this.gaveUp();
  }

  gaveUp(): Refusal {
    const reason = this.problem.trim().split('\n').at(-1) || 'it was stopped';
    return new Refusal(500, `The encoder gave up: ${reason}`);
  }

  /** Ends its program and its turn, and removes its folder. */
  end(): void {
    this.over = true;
    this.child?.kill('SIGKILL');
    this.turn.end();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

const gone = (): Refusal => new Refusal(404, 'This work is no longer there. Start it again.');

/** The jobs of one kind that are under way, each with what is known of it; dropped when nobody asks for them. */
export class Jobs<Detail> {
  private readonly entries = new Map<
    string,
    { readonly job: Job; readonly detail: Detail; timer: NodeJS.Timeout | null }
  >();

  constructor(
    private readonly turns: Turns,
    private readonly idle = IDLE,
  ) {}

  /** @throws Refusal 503 when too many wait already */
  create(detail: Detail): Job {
    const job = new Job(this.turns.take());
    this.entries.set(job.id, { job, detail, timer: null });
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
    this.stopWaiting(id);
    try {
      return await work(job, detail);
    } finally {
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
    if (!entry) return;
    this.stopWaiting(id);
    const timer: unknown = setTimeout(() => this.drop(id), this.idle);
    entry.timer = (timer as NodeJS.Timeout).unref();
  }

  private stopWaiting(id: string): void {
    const entry = this.entries.get(id);
    if (entry?.timer) clearTimeout(entry.timer);
    if (entry) entry.timer = null;
  }
}
