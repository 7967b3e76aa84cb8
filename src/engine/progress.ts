import { MoonError } from '@/core/errors';

/** Told after each step of long work. */
export type Progress = (done: number, total: number) => void;

/** Nobody is told. */
export const unwatched: Progress = () => undefined;

/** @throws MoonError 'stopped' once the person has stopped the work */
export function stopIfAborted(signal: AbortSignal): void {
  if (signal.aborted) throw new MoonError('stopped', 'Stopped. Nothing was changed.');
}

/** Milliseconds between two reports: what shows them is drawn anew for each. */
const BETWEEN = 200;

/** Tells of steps now and then, and always of the last one. */
export function spaced(progress: Progress): Progress {
  let next = -Infinity;
  return (done, total) => {
    const now = performance.now();
    if (now < next && done < total) return;
    next = now + BETWEEN;
    progress(done, total);
  };
}
