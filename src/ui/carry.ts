import { useDrag } from '@use-gesture/react';
import { useEffect, useRef } from 'react';
import { POINTER_DRAG } from './gesture';

/** Pixels from an end of a row at which something carried there begins to scroll it, and pixels a frame at most. */
const NEAR = 48;
const FASTEST = 14;

interface Carry {
  /** What scrolls. */
  readonly row: () => HTMLElement | null;
  /** Told how far it has been carried along what the row holds, in pixels; 0 once it is let go. */
  readonly moved: (by: number) => void;
  readonly dropped: (by: number) => void;
}

/** Carries one of a row along it, and scrolls the row where it comes near an end. @returns its handlers */
export function useCarry({ row, moved, dropped }: Carry) {
  const held = useRef({ x: 0, from: 0, ticks: 0 });
  const by = () => held.current.x - held.current.from + (row()?.scrollLeft ?? 0);
  const stop = () => {
    cancelAnimationFrame(held.current.ticks);
    held.current.ticks = 0;
  };
  /** Scrolls on, without another move of the pointer, as long as it rests near an end. */
  const tick = () => {
    const step = speedAt(row(), held.current.x);
    if (step === 0) return stop();
    row()?.scrollBy({ left: step });
    moved(by());
    held.current.ticks = requestAnimationFrame(tick);
  };
  useEffect(() => stop, []);
  return useDrag(
    ({ xy: [x], initial: [start], first, last, canceled }) => {
      if (first) held.current.from = start + (row()?.scrollLeft ?? 0);
      held.current.x = x;
      if (!last) {
        moved(by());
        if (!held.current.ticks) tick();
        return;
      }
      stop();
      moved(0);
      if (!canceled) dropped(by());
    },
    { ...POINTER_DRAG, ...holdFirst() },
  );
}

/** A finger holds something before it carries it, as a quick one scrolls the row. */
const holdFirst = () =>
  window.matchMedia('(any-pointer: coarse)').matches
    ? { preventScroll: 250, preventScrollAxis: 'x' as const }
    : {};

/** Pixels a frame that a row scrolls by for a pointer at x: the nearer to its end, the faster. */
function speedAt(row: HTMLElement | null, x: number): number {
  if (!row) return 0;
  const { left, right } = row.getBoundingClientRect();
  const beyond = Math.max(0, x - (right - NEAR)) - Math.max(0, left + NEAR - x);
  return FASTEST * Math.max(-1, Math.min(1, beyond / NEAR));
}
