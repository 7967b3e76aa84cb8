import type { Point } from '../geometry/matrix';
import type { InkPoint } from './points';

/** What is known of a pointer at one moment; positions are in screen pixels of the surface. */
export interface PointerSample {
  readonly id: number;
  readonly kind: 'mouse' | 'pen' | 'touch';
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
  /** 0 (upright) to 1 (flat). */
  readonly tilt: number;
  readonly ms: number;
  /** From a recording: it says nothing about whether there is a pen. */
  readonly recorded: boolean;
}

/** What a pointer does when it is drawn over the surface. */
export type PointerTool = 'draw' | 'view';

/** What a pointer went through since it came down. */
export interface PenLine {
  readonly points: readonly InkPoint[];
  /** Whether it told how hard it was pressed. */
  readonly sensed: boolean;
}

/** What is asked for while the hand moves. */
export interface PenListener {
  /** Which tool a pointer that comes down has in hand. */
  readonly toolOf: (sample: PointerSample) => PointerTool;
  /** A line begins, grows (with where it is likely to go next), ends, or is taken back. */
  readonly onBegin: (sample: PointerSample) => void;
  readonly onMove: (line: PenLine, predicted: readonly InkPoint[]) => void;
  readonly onEnd: (line: PenLine) => void;
  readonly onCancel: () => void;
  /** The view is moved: what was under `from` is to be under `to`, with `factor` about it. */
  readonly onView: (from: Point, to: Point, factor: number) => void;
}

type Phase =
  | { readonly kind: 'idle' }
  | { readonly kind: 'drawing'; readonly id: number; readonly touch: boolean }
  | { readonly kind: 'viewing' }
  /** After two fingers: nothing is drawn until all are up. */
  | { readonly kind: 'resting' };

/**
 * Tells a hand's movements apart: one pointer draws, two fingers move and zoom the view. Once a pen
 * has been seen, fingers and the palm never draw, unless that is wanted.
 */
export class PenInput {
  private phase: Phase = { kind: 'idle' };
  private readonly down = new Map<number, PointerSample>();
  private points: InkPoint[] = [];
  private startedAt = 0;
  private penSeen = false;

  /** Lets fingers draw although there is a pen. */
  fingersDraw = false;

  constructor(private readonly listener: PenListener) {}

  press(sample: PointerSample): void {
    if (sample.kind === 'pen') {
      this.penSeen ||= !sample.recorded;
      if (this.phase.kind === 'drawing' && this.phase.touch) this.cancelLine();
      this.down.clear();
      this.phase = { kind: 'idle' };
    } else if (this.isPalm(sample)) return;
    this.down.set(sample.id, sample);
    if (this.phase.kind === 'idle') this.begin(sample);
    else if (this.phase.kind === 'drawing' && this.phase.touch) {
      this.cancelLine();
      this.phase = { kind: 'viewing' };
    }
  }

  /** @param samples all the pointer went through since the last call, the newest last */
  move(samples: readonly PointerSample[], predicted: readonly PointerSample[]): void {
    const newest = samples.at(-1);
    if (!newest || !this.down.has(newest.id)) return;
    if (this.phase.kind === 'drawing' && this.phase.id === newest.id) {
      samples.forEach((sample) => this.points.push(this.pointOf(sample)));
      this.listener.onMove(
        this.lineOf(newest),
        predicted.map((sample) => this.pointOf(sample)),
      );
    } else if (this.phase.kind === 'viewing') this.moveView(newest);
    this.down.set(newest.id, newest);
  }

  release(sample: PointerSample): void {
    if (!this.down.delete(sample.id)) return;
    if (this.phase.kind === 'drawing' && this.phase.id === sample.id) {
      this.phase = { kind: 'idle' };
      this.listener.onEnd(this.lineOf(sample));
    } else if (this.phase.kind === 'viewing') this.phase = { kind: 'resting' };
    if (this.down.size === 0) this.phase = { kind: 'idle' };
  }

  /** The browser took the pointer away, or the tool was changed in the middle of a line. */
  cancel(id: number): void {
    if (!this.down.delete(id)) return;
    if (this.phase.kind === 'drawing' && this.phase.id === id) this.cancelLine();
    this.phase = this.down.size === 0 ? { kind: 'idle' } : { kind: 'resting' };
  }

  private isPalm({ kind }: PointerSample): boolean {
    const penDraws = this.phase.kind === 'drawing' && !this.phase.touch;
    return kind === 'touch' && penDraws;
  }

  private begin(sample: PointerSample): void {
    const viewing =
      this.listener.toolOf(sample) === 'view' ||
      (sample.kind === 'touch' && this.penSeen && !this.fingersDraw);
    if (viewing) {
      this.phase = { kind: 'viewing' };
      return;
    }
    this.phase = { kind: 'drawing', id: sample.id, touch: sample.kind === 'touch' };
    this.startedAt = sample.ms;
    this.points = [this.pointOf(sample)];
    this.listener.onBegin(sample);
    this.listener.onMove(this.lineOf(sample), []);
  }

  private cancelLine(): void {
    this.points = [];
    this.listener.onCancel();
  }

  private lineOf({ kind }: PointerSample): PenLine {
    return { points: this.points, sensed: isSensed(kind, this.points) };
  }

  private pointOf({ x, y, pressure, tilt, ms }: PointerSample): InkPoint {
    return { x, y, pressure, tilt, ms: Math.max(0, ms - this.startedAt) };
  }

  /** One pointer pushes the view; of two, the middle pushes and the distance zooms. */
  private moveView(moved: PointerSample): void {
    const before = [...this.down.values()];
    const after = before.map((sample) => (sample.id === moved.id ? moved : sample));
    const spread = spreadOf(before);
    this.listener.onView(
      middleOf(before),
      middleOf(after),
      spread > 0 ? spreadOf(after) / spread : 1,
    );
  }
}

const middleOf = (samples: readonly Point[]): Point => ({
  x: samples.reduce((sum, { x }) => sum + x, 0) / samples.length,
  y: samples.reduce((sum, { y }) => sum + y, 0) / samples.length,
});

const spreadOf = (samples: readonly Point[]): number =>
  samples.length < 2 ? 0 : Math.hypot(samples[1].x - samples[0].x, samples[1].y - samples[0].y);

/** A pen that knows no pressure tells 0, or 0.5 throughout (Pointer Events, section 4). */
const isSensed = (kind: PointerSample['kind'], points: readonly InkPoint[]): boolean =>
  kind === 'pen' && points.some(({ pressure }) => pressure !== 0 && pressure !== 0.5);
