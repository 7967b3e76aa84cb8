import PQueue from 'p-queue';
import { hasFfmpeg } from '../ffmpeg';
import { copyInStore } from './copyInStore';
import {
  busy,
  gone,
  LOCAL_LIMITS,
  NOT_MADE,
  type CopyQueue,
  type CopyState,
  type QueueLimits,
} from './queue';
import type { Store } from './store';

interface Copy {
  readonly ending: AbortController;
  /** When its client was last there, in milliseconds since 1970. */
  seen: number;
  state: 'coming' | 'waiting' | Exclude<CopyState, { state: 'waiting' }>;
}

/** Copies that this process makes itself. */
export class LocalQueue implements CopyQueue {
  /** In the order they came. */
  private readonly copies = new Map<string, Copy>();
  private readonly turns: PQueue;
  private readonly limits: QueueLimits;

  constructor(
    private readonly store: Store,
    limits: Partial<QueueLimits> = {},
  ) {
    this.limits = { ...LOCAL_LIMITS, ...limits };
    this.turns = new PQueue({ concurrency: this.limits.running });
  }

  async open(id: string): Promise<void> {
    this.requireRoom();
    if (this.copies.size >= this.limits.copies) throw busy();
    this.copies.set(id, { ending: new AbortController(), seen: Date.now(), state: 'coming' });
  }

  async begin(id: string): Promise<void> {
    this.requireRoom();
    const copy = this.find(id);
    // Its place is behind those whose sources were there before.
    this.copies.delete(id);
    this.copies.set(id, copy);
    copy.state = 'waiting';
    // What is dropped while it waits is no failure.
    void this.turns.add(() => this.make(id, copy), copy.ending).catch(() => undefined);
  }

  async attend(id: string): Promise<void> {
    this.find(id).seen = Date.now();
  }

  async state(id: string): Promise<CopyState> {
    const { state } = this.find(id);
    if (typeof state === 'object') return state;
    return { state: 'waiting', place: this.waiting().indexOf(id) + 1 };
  }

  async drop(id: string): Promise<void> {
    const copy = this.copies.get(id);
    this.copies.delete(id);
    copy?.ending.abort();
  }

  async unattended(before: number): Promise<readonly string[]> {
    return [...this.copies].filter(([, { seen }]) => seen < before).map(([id]) => id);
  }

  async counts() {
    return { running: this.running(), waiting: this.waiting().length };
  }

  able(): Promise<boolean> {
    return hasFfmpeg();
  }

  async close(): Promise<void> {
    for (const { ending } of this.copies.values()) ending.abort();
    this.copies.clear();
    await this.turns.onIdle();
  }

  private async make(id: string, copy: Copy): Promise<void> {
    copy.state = { state: 'running', share: 0 };
    const { signal } = copy.ending;
    const told = (share: number) => (copy.state = { state: 'running', share });
    const outcome = copyInStore(id, this.store, { signal, run: this.limits.run }, told);
    copy.state = await outcome.catch(() => NOT_MADE);
    // What was dropped while its file was laid down leaves none.
    if (signal.aborted) await this.store.remove(id);
  }

  private find(id: string): Copy {
    const copy = this.copies.get(id);
    if (!copy) throw gone();
    return copy;
  }

  private waiting(): readonly string[] {
    return [...this.copies].filter(([, { state }]) => state === 'waiting').map(([id]) => id);
  }

  private running(): number {
    return [...this.copies.values()].filter(isRunning).length;
  }

  private requireRoom(): void {
    const { running, waiting } = this.limits;
    if (this.running() + this.waiting().length >= running + waiting) throw busy();
  }
}

const isRunning = ({ state }: Copy): boolean =>
  typeof state === 'object' && state.state === 'running';
