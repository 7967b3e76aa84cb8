import { nanoid } from '@reduxjs/toolkit';
import type { Progress } from '@/engine/engine';
import { holdOpen } from './leaving';
import { noteFailure } from './saving';
import { busyBegun, busyGoesOn, busyOver } from './session';
import type { AppThunk } from './store';

/** Milliseconds between two reports of progress. */
const REPORT = 100;

const controllers = new Map<string, AbortController>();

/** Does long work that is shown on every screen, with a button to stop it. */
export const busily =
  <T>(
    doing: string,
    work: (progress: Progress, signal: AbortSignal) => Promise<T>,
  ): AppThunk<Promise<T>> =>
  async (dispatch) => {
    const id = nanoid();
    const controller = new AbortController();
    controllers.set(id, controller);
    dispatch(busyBegun({ id, doing, done: 0, total: 0, startedAt: performance.now() }));
    let told = 0;
    const progress: Progress = (done, total) => {
      if (performance.now() - told < REPORT || !controllers.has(id)) return;
      told = performance.now();
      dispatch(busyGoesOn({ id, done, total }));
    };
    try {
      return await holdOpen(work(progress, controller.signal));
    } catch (error) {
      noteFailure(error);
      throw error;
    } finally {
      controllers.delete(id);
      dispatch(busyOver(id));
    }
  };

export const stopBusy = (id: string): void => controllers.get(id)?.abort();
