import { useSyncExternalStore } from 'react';
import { framesToSeconds, type Rate } from '@/core/time';
import { useTokens } from '../theme';
import { EDGE } from './types';

/** Tells at which frame the playhead stands, thirty times a second where it plays. */
export interface Clock {
  readonly subscribe: (listener: () => void) => () => void;
  readonly get: () => { readonly frame: number; readonly playing: boolean };
}

interface PlayheadProps {
  readonly clock: Clock;
  /** In frames. */
  readonly length: number;
  readonly rate: Rate;
  /** Steps the playhead by frames. */
  readonly onStep: (by: number) => void;
}

/** Covers the ruler, for keys and for those who are told where the playhead is. */
export function Playhead({ clock, length, rate, onStep }: PlayheadProps) {
  // While it plays, what is told stays as it was.
  const frame = useSyncExternalStore(clock.subscribe, () =>
    clock.get().playing ? null : clock.get().frame,
  );
  return (
    <div
      role="slider"
      aria-label="Playhead"
      aria-valuemin={0}
      aria-valuemax={length - 1}
      aria-valuenow={frame ?? 0}
      aria-valuetext={frame === null ? 'playing' : `${framesToSeconds(frame, rate).toFixed(2)} s`}
      tabIndex={0}
      onKeyDown={({ key }) => {
        const step = { ArrowLeft: -1, ArrowRight: 1 }[key];
        if (step) onStep(step);
      }}
      style={{ position: 'absolute', inset: 0 }}
    />
  );
}

/** The playhead's line; only it moves in play. */
export function PlayheadLine({ pixels, clock }: { pixels: number; clock: Clock }) {
  const tokens = useTokens();
  const frame = useSyncExternalStore(clock.subscribe, () => clock.get().frame);
  return (
    <div
      style={{
        position: 'absolute',
        zIndex: 2,
        left: EDGE,
        top: 0,
        bottom: 0,
        width: 2,
        marginLeft: -1,
        background: tokens.moon,
        pointerEvents: 'none',
        transform: `translateX(${frame * pixels}px)`,
      }}
    />
  );
}
