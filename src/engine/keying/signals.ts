import { ROWS, type Kernels, type Layout, type Step, type Work } from './kernels';

/** How the stripes of one picture are shared out: numbers in the first bytes of the shared memory. */
export const STATE = {
  /** Counts the jobs; a stripe waits for it to change. */
  job: 0,
  /** Stripes that are done with the present job. */
  done: 1,
  width: 2,
  height: 3,
  frameWidth: 4,
  frameHeight: 5,
  step: 6,
  /** One for each stripe: whether its worker is listening yet. */
  ready: 8,
  length: 24,
} as const;

/** More workers than this gain nothing: memory is the limit then. */
export const MOST_STRIPES = 8;

export interface StripeSetup {
  readonly module: WebAssembly.Module;
  readonly memory: WebAssembly.Memory;
  readonly stripe: number;
  readonly stripes: number;
}

export interface Job extends Work {
  readonly at: Layout;
}

const STEPS: readonly Step[] = ['convert', 'gather', 'key locally', 'key'];

/** Hands a job to all stripes that wait. */
export function startJob(signals: Int32Array, work: Work): void {
  signals[STATE.width] = work.width;
  signals[STATE.height] = work.height;
  signals[STATE.frameWidth] = work.frame.width;
  signals[STATE.frameHeight] = work.frame.height;
  signals[STATE.step] = STEPS.indexOf(work.step);
  Atomics.store(signals, STATE.done, 0);
  Atomics.add(signals, STATE.job, 1);
  Atomics.notify(signals, STATE.job);
}

/** @returns the number of the next job, once there is one */
export function waitForJob(signals: Int32Array, before: number): number {
  Atomics.wait(signals, STATE.job, before);
  return Atomics.load(signals, STATE.job);
}

export function waitUntilDone(signals: Int32Array, stripes: number): void {
  for (;;) {
    const done = Atomics.load(signals, STATE.done);
    if (done >= stripes) return;
    Atomics.wait(signals, STATE.done, done);
  }
}

export function readJob(kernels: Kernels, signals: Int32Array, stripes: number): Job {
  const picture = { width: signals[STATE.width], height: signals[STATE.height] };
  const frame = { width: signals[STATE.frameWidth], height: signals[STATE.frameHeight] };
  return {
    ...picture,
    frame,
    step: STEPS[signals[STATE.step]],
    at: kernels.layout(picture, frame, stripes),
  };
}

/** Works on one of `stripes` equal shares of a picture's rows. */
export function runRows(kernels: Kernels, job: Job, stripe: number, stripes: number): void {
  const sets = Math.ceil(job.height / ROWS);
  const from = ROWS * Math.floor((sets * stripe) / stripes);
  const to = Math.min(job.height, ROWS * Math.floor((sets * (stripe + 1)) / stripes));
  kernels.run(job, job.at, from, to, stripe);
}
