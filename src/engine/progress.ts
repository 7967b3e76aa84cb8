import { MoonError } from '@/core/errors';

/** Told after each step of long work. */
export type Progress = (done: number, total: number) => void;

/** Nobody is told. */
export const unwatched: Progress = () => undefined;

/** @throws MoonError 'stopped' once the person has stopped the work */
export function stopIfAborted(signal: AbortSignal): void {
  if (signal.aborted) throw new MoonError('stopped', 'Stopped. Nothing was changed.');
}
