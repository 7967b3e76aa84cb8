import { useSyncExternalStore } from 'react';
import type { Playhead } from '@/engine/engine';

export interface PlayerState extends Playhead {
  readonly loop: boolean;
}

/** Where the playhead of one document stands; outside the store, for it changes at every frame. */
export class Player {
  private state: PlayerState = { frame: 0, playing: false, dropped: 0, loop: true };
  private readonly listeners = new Set<() => void>();

  readonly get = (): PlayerState => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Moves the playhead by hand, which pauses. */
  seek(frame: number, length: number): void {
    this.set({ frame: Math.min(length - 1, Math.max(0, Math.round(frame))), playing: false });
  }

  /** Plays from here, or from the start when there is nothing left to play. */
  toggle(length: number): void {
    const { playing, frame } = this.state;
    if (playing) this.set({ playing: false });
    else this.set({ playing: true, dropped: 0, frame: frame >= length - 1 ? 0 : frame });
  }

  toggleLoop(): void {
    this.set({ loop: !this.state.loop });
  }

  /** What the stage shows; it tells at every frame while playing. */
  report(playhead: Playhead): void {
    if (this.state.playing) this.set(playhead);
  }

  private set(change: Partial<PlayerState>): void {
    this.state = { ...this.state, ...change };
    this.listeners.forEach((listener) => listener());
  }
}

export function usePlayer<T>(player: Player, pick: (state: PlayerState) => T): T {
  return useSyncExternalStore(player.subscribe, () => pick(player.get()));
}
