import { LINEAR_LIGHT, LUMA } from '../../colour';
import { perSecond, type Rate } from '../../time';
import type { Flashing } from './types';

/** Cells across and down in which light is averaged; a flash counts from a quarter of them on. */
const ACROSS = 16;
const DOWN = 9;
const CELLS = ACROSS * DOWN;
const AREA = 0.25;

/** A change of relative luminance that counts, where the darker state is below DARK. */
const CHANGE = 0.1;
const DARK = 0.8;

/** The same for saturated red: its measure, and the share of red that makes a state saturated. */
const RED_CHANGE = 20;
const RED_SHARE = 0.8;

/**
 * Counts general and red flashes as WCAG 2.3.1 defines them: pairs of opposite changes, at once over
 * a quarter of the picture, over black and over white as what lies under the artwork is not known.
 */
export class FlashCounter {
  private readonly general: readonly Changes[];
  private readonly red: Changes;
  private frame = 0;

  constructor(rate: Rate) {
    const second = perSecond(rate);
    this.general = [new Changes(second), new Changes(second)];
    this.red = new Changes(second);
  }

  /** @param pixels premultiplied red, green, blue and alpha, 0…255, in rows of `width` */
  add(pixels: Float32Array, width: number): void {
    const light = [new Float32Array(CELLS), new Float32Array(CELLS)];
    const red = new Float32Array(CELLS);
    const count = pixels.length / 4;
    const height = count / width;
    const each = count / CELLS;
    for (let i = 0; i < count; i++) {
      const column = Math.floor(((i % width) * ACROSS) / width);
      const row = Math.floor((Math.floor(i / width) * DOWN) / height);
      const cell = row * ACROSS + column;
      const at = i * 4;
      const r = LINEAR_LIGHT[pixels[at] | 0];
      const g = LINEAR_LIGHT[pixels[at + 1] | 0];
      const b = LINEAR_LIGHT[pixels[at + 2] | 0];
      const luminance = LUMA.r * r + LUMA.g * g + LUMA.b * b;
      light[0][cell] += luminance / each;
      light[1][cell] += (luminance + LINEAR_LIGHT[(255 - pixels[at + 3]) | 0]) / each;
      const sum = r + g + b;
      if (sum > 0 && r / sum >= RED_SHARE) red[cell] += (Math.max(0, r - g - b) * 320) / each;
    }
    const frame = this.frame++;
    light.forEach((cells, i) => this.general[i].add(cells, frame, CHANGE, DARK));
    this.red.add(red, frame, RED_CHANGE, Infinity);
  }

  /** The second with the most flashes; null where there are none. */
  worst(): Flashing | null {
    const found = [
      ...this.general.map((changes) => ({ ...changes.worst, red: false })),
      { ...this.red.worst, red: true },
    ].sort((a, b) => b.flashes - a.flashes)[0];
    return found.flashes > 0 ? found : null;
  }
}

/** Changes up and down of one measure in all cells, and how many of them fall in one second. */
class Changes {
  worst = { frame: 0, flashes: 0 };
  private extremes: Float32Array | null = null;
  private direction = 0;
  private readonly times: number[] = [];

  constructor(private readonly second: number) {}

  add(cells: Float32Array, frame: number, threshold: number, dark: number): void {
    if (!this.extremes) {
      this.extremes = cells.slice();
      return;
    }
    for (const way of [1, -1]) {
      const share = this.changed(cells, way, threshold, dark);
      if (share < AREA || this.direction === way) continue;
      this.direction = way;
      this.times.push(frame);
      this.extremes = cells.slice();
      const within = this.times.filter((time) => time > frame - this.second).length;
      const flashes = Math.floor(within / 2);
      if (flashes > this.worst.flashes) this.worst = { frame, flashes };
      return;
    }
    this.follow(cells);
  }

  /** Share of the cells that have gone one way since their last extreme. */
  private changed(cells: Float32Array, way: number, threshold: number, dark: number): number {
    let count = 0;
    cells.forEach((value, i) => {
      const before = this.extremes![i];
      const enough = (value - before) * way >= threshold;
      if (enough && Math.min(value, before) < dark) count++;
    });
    return count / CELLS;
  }

  /** Follows the last change to its extreme, where the next one is counted from. */
  private follow(cells: Float32Array): void {
    const { extremes, direction } = this;
    cells.forEach((value, i) => {
      if (direction === 0 || (value - extremes![i]) * direction > 0) extremes![i] = value;
    });
  }
}
