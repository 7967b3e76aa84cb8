import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import { snapShift } from '@/core/time/snapShift';
import { arrowStep, keyGesture, newGesture, onPressKeys, POINTER_DRAG } from '../gesture';

/** Screen pixels within which a drag comes to rest on a frame. */
const SNAP = 8;

export interface Snapping {
  /** Screen pixels per frame. */
  readonly pixels: number;
  readonly snaps: readonly number[];
  /** Frames that the drag moves, any of which may come to rest. */
  readonly frames: readonly number[];
}

interface Held {
  readonly gesture: string;
  /** The frames as they were when the drag began. */
  readonly frames: readonly number[];
  readonly moved: number;
}

/** The arrows along the ruler do what a drag does, a frame at a time. */
export const byFrames =
  (onMove: (by: number, gesture: string) => void, onPress: (more: boolean) => void) =>
  (event: KeyboardEvent) => {
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') return;
    const step = arrowStep(event);
    if (step) onMove(step.x, keyGesture(event));
    else onPressKeys(onPress)(event);
  };

/** Reports a drag in whole frames, step by step. */
export function useFrameDrag(
  { pixels, snaps, frames }: Snapping,
  onMove: (by: number, gesture: string) => void,
  onTap: (more: boolean) => void = () => undefined,
) {
  return useDrag(
    ({ event, first, tap, movement: [x], memo }) => {
      if (tap) {
        onTap('shiftKey' in event && event.shiftKey);
        return undefined;
      }
      const held: Held = first || !memo ? { gesture: newGesture(), frames, moved: 0 } : memo;
      const moved = snapShift(Math.round(x / pixels), held.frames, snaps, SNAP / pixels);
      if (moved !== held.moved) onMove(moved - held.moved, held.gesture);
      return { ...held, moved };
    },
    { ...POINTER_DRAG, filterTaps: true },
  );
}
