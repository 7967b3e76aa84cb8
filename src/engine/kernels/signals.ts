/** How stripes are told of a job: numbers in the first bytes of the memory they share. */
export const STATE = {
  /** Counts the jobs; a stripe waits for it to change. */
  job: 0,
  /** Stripes that are done with the present job. */
  done: 1,
  /** What the present job is. */
  numbers: 2,
  /** One for each stripe: whether its worker is listening yet. */
  ready: 16,
  length: 24,
} as const;

/** More workers than this gain nothing: memory is the limit then. */
export const MOST_STRIPES = STATE.length - STATE.ready;

const MOST_NUMBERS = STATE.ready - STATE.numbers;

export const signalsOf = ({ buffer }: WebAssembly.Memory): Int32Array =>
  new Int32Array(buffer, 0, STATE.length);

/** Hands a job to all stripes that wait. @param numbers at most fourteen, of 32 bits */
export function startJob(signals: Int32Array, numbers: readonly number[]): void {
  signals.set(numbers, STATE.numbers);
  Atomics.store(signals, STATE.done, 0);
  Atomics.add(signals, STATE.job, 1);
  Atomics.notify(signals, STATE.job);
}

/** @returns the number of the next job, once there is one */
export function waitForJob(signals: Int32Array, before: number): number {
  Atomics.wait(signals, STATE.job, before);
  return Atomics.load(signals, STATE.job);
}

/** The present job's numbers, with whatever lies behind them. */
export const readJob = (signals: Int32Array): readonly number[] =>
  Array.from(signals.subarray(STATE.numbers, STATE.numbers + MOST_NUMBERS));

export function endStripe(signals: Int32Array): void {
  Atomics.add(signals, STATE.done, 1);
  Atomics.notify(signals, STATE.done);
}

export function waitUntilDone(signals: Int32Array, stripes: number): void {
  for (;;) {
    const done = Atomics.load(signals, STATE.done);
    if (done >= stripes) return;
    Atomics.wait(signals, STATE.done, done);
  }
}

export const beReady = (signals: Int32Array, stripe: number): void =>
  void Atomics.store(signals, STATE.ready + stripe, 1);

/** Whether all stripes but the first, which is this worker's own, are listening. */
export function allReady(signals: Int32Array, stripes: number): boolean {
  for (let stripe = 1; stripe < stripes; stripe++) {
    if (Atomics.load(signals, STATE.ready + stripe) === 0) return false;
  }
  return true;
}
