import { useEffect, useRef } from 'react';
import type { Bundle, Landing, Layer } from '@/core/document';
import { sameList } from '@/core/sameList';
import { SAMPLE_RATE } from '@/core/sound/types';
import { framesToSeconds, secondsToFrames } from '@/core/time';
import { engine } from '@/engine/engine';
import type { Player } from './player';

/** Seconds that are mixed at once while playing. */
const BLOCK = 0.75;

/** Seconds that are mixed ahead of what is heard, at most, before another block is. */
const AHEAD = 2 * BLOCK;

/** Milliseconds after a change of what is heard until it is mixed anew: a slider is dragged over many. */
const SETTLING = 150;

/** Seconds that are heard of the place the playhead is put to. */
const GLIMPSE = 0.09;

/** Plays a landing's sound along with the stage, and a moment of it wherever the playhead is put. */
export function useSound(bundle: Bundle, player: Player): void {
  const latest = useRef(bundle);
  const restart = useRef<() => void>(() => undefined);
  const settling = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    const before = latest.current;
    latest.current = bundle;
    if (sameList(heardIn(before), heardIn(bundle))) return;
    clearTimeout(settling.current);
    settling.current = setTimeout(() => restart.current(), SETTLING);
  }, [bundle]);
  useEffect(() => {
    let context: AudioContext | null = null;
    let sounding: Sounding | null = null;
    let before = player.get();
    const start = (frame: number, glimpse: boolean) => {
      sounding?.stop();
      sounding = null;
      const { document } = latest.current;
      if (document.kind !== 'landing' || !hasSound(document)) return;
      context ??= new AudioContext({ sampleRate: SAMPLE_RATE });
      sounding = new Sounding(context, latest.current, frame, glimpse);
    };
    restart.current = () => {
      const { playing, frame } = player.get();
      if (playing && sounding) start(frame, false);
    };
    const unsubscribe = player.subscribe(() => {
      const now = player.get();
      // While it plays, the stage tells each frame; a step back is where it starts again.
      const jumped = now.playing && before.playing && now.frame < before.frame;
      if (now.playing && (!before.playing || jumped || now.range !== before.range)) {
        start(now.frame, false);
      } else if (!now.playing && before.playing) {
        sounding?.stop();
        sounding = null;
      } else if (!now.playing && now.frame !== before.frame) start(now.frame, true);
      before = now;
    });
    return () => {
      unsubscribe();
      clearTimeout(settling.current);
      restart.current = () => undefined;
      sounding?.stop();
      void context?.close();
    };
  }, [player]);
}

/** All that is heard depends on. */
function heardIn({ document, footage }: Bundle): readonly unknown[] {
  if (document.kind !== 'landing') return [];
  const { rate, length, sounds, layers } = document;
  return [rate.num, rate.den, length, sounds, ...layers.filter(isHeard), ...footage];
}

const isHeard = (layer: Layer): boolean => layer.kind === 'clip' && layer.sound !== null;

const hasSound = ({ sounds, layers }: Landing): boolean =>
  sounds.length > 0 || layers.some(isHeard);

/** A stretch of sound from a frame on, mixed block by block ahead of what is heard. */
class Sounding {
  private stopped = false;
  private readonly sources = new Set<AudioBufferSourceNode>();

  constructor(
    private readonly context: AudioContext,
    private readonly bundle: Bundle,
    frame: number,
    glimpse: boolean,
  ) {
    void this.run(frame, glimpse);
  }

  stop(): void {
    this.stopped = true;
    for (const source of this.sources) source.stop();
  }

  private async run(first: number, glimpse: boolean): Promise<void> {
    const { rate, length } = this.bundle.document;
    const zero = this.context.currentTime;
    const step = Math.max(1, secondsToFrames(glimpse ? GLIMPSE : BLOCK, rate));
    for (let frame = first; frame < length && !this.stopped; frame += step) {
      const to = Math.min(length, frame + step);
      const { left, right } = await engine.mixSound(this.bundle, frame, to);
      if (this.stopped || left.length === 0) return;
      const at = zero + framesToSeconds(frame - first, rate);
      this.play(left, right, glimpse ? this.context.currentTime : at);
      if (glimpse) return;
      await this.until(at + framesToSeconds(to - frame, rate) - AHEAD);
    }
  }

  /** Waits for a second of the context's time, which stands still where the page is put aside. */
  private async until(seconds: number): Promise<void> {
    for (;;) {
      const left = seconds - this.context.currentTime;
      if (left <= 0 || this.stopped) return;
      await new Promise((done) => setTimeout(done, Math.max(50, left * 1000)));
    }
  }

  /** What is late already is left out, so that sound and picture stay together. */
  private play(left: Float32Array, right: Float32Array, at: number): void {
    const buffer = this.context.createBuffer(2, left.length, SAMPLE_RATE);
    buffer.copyToChannel(left as Float32Array<ArrayBuffer>, 0);
    buffer.copyToChannel(right as Float32Array<ArrayBuffer>, 1);
    const source = this.context.createBufferSource();
    source.buffer = buffer;
    source.connect(this.context.destination);
    const late = Math.max(0, this.context.currentTime - at);
    if (late >= buffer.duration) return;
    source.start(Math.max(at, this.context.currentTime), late);
    this.sources.add(source);
    source.onended = () => this.sources.delete(source);
  }
}
