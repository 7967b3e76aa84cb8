import { useCallback, useEffect, useRef, useState } from 'react';
import { MoonError, plainWords } from '@/core/errors';
import type { Progress } from '@/store/work';

export interface LongWork<T> {
  /** Null while nothing is under way. */
  readonly progress: {
    readonly done: number;
    readonly total: number;
    readonly startedAt: number;
  } | null;
  readonly result: T | null;
  readonly problem: string | null;
  readonly run: (work: (progress: Progress, signal: AbortSignal) => Promise<T>) => Promise<void>;
  readonly stop: () => void;
}

/** Long work with progress and Stop; it is stopped when the screen is left. */
export function useLongWork<T>(): LongWork<T> {
  const controller = useRef<AbortController | null>(null);
  const [progress, setProgress] = useState<LongWork<T>['progress']>(null);
  const [result, setResult] = useState<T | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const stop = useCallback(() => controller.current?.abort(), []);
  useEffect(() => stop, [stop]);

  const run = useCallback<LongWork<T>['run']>(async (work) => {
    controller.current?.abort();
    const own = new AbortController();
    controller.current = own;
    const startedAt = performance.now();
    setProblem(null);
    setResult(null);
    setProgress({ done: 0, total: 0, startedAt });
    const mine = () => controller.current === own && !own.signal.aborted;
    try {
      const made = await work((done, total) => {
        if (mine()) setProgress({ done, total, startedAt });
      }, own.signal);
      if (mine()) setResult(made);
    } catch (error) {
      const stopped = error instanceof MoonError && error.code === 'stopped';
      if (controller.current === own && !stopped) setProblem(plainWords(error));
    } finally {
      if (controller.current === own) {
        // From here on a report still on its way from the worker counts for nothing.
        controller.current = null;
        setProgress(null);
      }
    }
  }, []);

  return { progress, result, problem, run, stop };
}
