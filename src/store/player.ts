import { useSyncExternalStore } from 'react';
import type { Playhead } from '@/engine/engine';

export interface PlayerState extends Playhead {
  readonly loop: boolean;
  /** The frame at which it stood last while nothing was played. */
  readonly paused: number;
  /** Frames that are played over and over; null for the whole. `to` is exclusive. */
  readonly range: { readonly from: number; readonly to: number } | null;
}

/** Where the playhead of one document stands; outside the store, for it changes at every frame. */
export class Player {
  private state: PlayerState;
  private readonly listeners = new Set<() => void>();

  /** @param frame where it stands at first */
  constructor(frame = 0) {
    this.state = { frame, playing: false, dropped: 0, loop: true, range: null, paused: frame };
  }

  readonly get = (): PlayerState => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Moves the playhead by hand, which pauses. */
  seek(frame: number, length: number): void {
    const at = Math.min(length - 1, Math.max(0, Math.round(frame)));
    this.set({ frame: at, playing: false, range: null });
  }

  /** Plays from here, or from the start when there is nothing left to play. */
  toggle(length: number): void {
    const { playing, frame } = this.state;
    if (playing) this.set({ playing: false, range: null });
    else this.set({ playing: true, dropped: 0, frame: frame >= length - 1 ? 0 : frame });
  }

  /** Plays some frames over and over, until something else is played or sought. */
  playRange(from: number, to: number): void {
    this.set({
      frame: from,
      playing: true,
      dropped: 0,
      range: { from, to: Math.max(from + 1, to) },
    });
  }

  toggleLoop(): void {
    this.set({ loop: !this.state.loop });
  }

  /** What the stage shows; it tells at every frame while playing. */
  report(playhead: Playhead): void {
    if (this.state.playing) this.set(playhead);
  }

  private set(change: Partial<PlayerState>): void {
    const next = { ...this.state, ...change };
    this.state = next.playing ? next : { ...next, paused: next.frame };
    this.listeners.forEach((listener) => listener());
  }
}

export function usePlayer<T>(player: Player, pick: (state: PlayerState) => T): T {
  return useSyncExternalStore(player.subscribe, () => pick(player.get()));
}
