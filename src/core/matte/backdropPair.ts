import type { Rgb } from '../colour';
import { MoonError } from '../errors';
import type { KeyFrame } from './findKey';

/** How two clips of one animation over different colours belong together. */
export interface BackdropPair {
  readonly ground1: Rgb;
  readonly ground2: Rgb;
  /** Frames by which the second one is behind the first. */
  readonly offset: number;
  /** 0…1: how well what differs between them is explained by their backdrops. */
  readonly agreement: number;
}

/** Backdrop colours closer than this share of full scale are too alike to recover alpha from. */
const LEAST_APART = 0.2;

/** With less agreement, the clips are taken for two different animations. */
const LEAST_AGREEMENT = 0.9;

/** A mean residual of this share of full scale counts as an agreement of 0. */
const NO_AGREEMENT = 0.05;

/**
 * Lines two clips up: at the right offset, all that differs between their frames lies on the way
 * from the one backdrop to the other.
 * @param first frames of the first clip at some places
 * @param second for each offset that comes into question, frames of the second clip at these places
 * @throws MoonError 'not-a-pair' in plain words
 */
export function pairBackdrops(
  first: readonly KeyFrame[],
  second: ReadonlyMap<number, readonly KeyFrame[]>,
  ground1: Rgb,
  ground2: Rgb,
): BackdropPair {
  if (distance(ground1, ground2) < LEAST_APART) {
    throw new MoonError(
      'not-a-pair',
      'Both clips have nearly the same backdrop. Export the animation once more over another colour, best black and white.',
    );
  }
  let best = { offset: 0, residual: Infinity };
  for (const [offset, frames] of second) {
    const residual = meanResidual(first, frames, ground1, ground2);
    if (residual < best.residual) best = { offset, residual };
  }
  const agreement = Math.max(0, 1 - best.residual / NO_AGREEMENT);
  if (agreement < LEAST_AGREEMENT) {
    throw new MoonError(
      'not-a-pair',
      `These two clips do not show the same animation over two colours: they agree only to ${Math.round(agreement * 100)} %. Choose another one.`,
    );
  }
  return { ground1, ground2, offset: best.offset, agreement };
}

const distance = (a: Rgb, b: Rgb): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) / (255 * Math.sqrt(3));

/** How far what differs is from the way between the backdrops, of full scale. */
function meanResidual(
  first: readonly KeyFrame[],
  second: readonly KeyFrame[],
  ground1: Rgb,
  ground2: Rgb,
): number {
  const way = ground1.map((level, c) => level - ground2[c]);
  const length = way.reduce((sum, part) => sum + part * part, 0);
  let sum = 0;
  let count = 0;
  first.forEach(({ data }, i) => {
    const other = second[i].data;
    for (let at = 0; at < data.length; at += 4) {
      const off = [0, 1, 2].map((c) => data[at + c] - other[at + c]);
      const along = off.reduce((total, part, c) => total + part * way[c], 0) / length;
      const share = Math.min(1, Math.max(0, along));
      sum += Math.hypot(...off.map((part, c) => part - share * way[c]));
      count++;
    }
  });
  return sum / (count * 255 * Math.sqrt(3));
}
