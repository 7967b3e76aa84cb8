import { createNoise2D, type NoiseFunction2D } from 'simplex-noise';
import type { Boil, Stroke } from '../document/layers';
import { scattered, seededRandom } from '../random';
import { apply, inverse, type Matrix } from '../geometry/matrix';
import { dividedCubic, subpathsOf, type Corner } from './curves';
import { POINT_SIZE, runningLengths } from './points';
import type { Seconds } from '../time';

/** A smooth field that tells each place how far it strays. */
type Field = (x: number, y: number) => { readonly dx: number; readonly dy: number };

const fields = new Map<string, Field>();

/** Fields kept before they are forgotten. */
const FIELDS_KEPT = 200;

/**
 * The field of one version. Places near each other stray alike, so lines stay whole; version 0
 * strays as well, or one of them would look calmer than the others.
 */
function fieldOf(boil: Boil, version: number): Field {
  const { strength, scale, seed } = boil;
  const key = boilKey(boil, version);
  const known = fields.get(key);
  if (known) return known;
  const [across, down] = [noise(seed, version, 1), noise(seed, version, 2)];
  const field: Field = (x, y) => ({
    dx: strength * across(x / scale, y / scale),
    dy: strength * down(x / scale, y / scale),
  });
  if (fields.size >= FIELDS_KEPT) fields.clear();
  fields.set(key, field);
  return field;
}

const noise = (seed: number, version: number, salt: number): NoiseFunction2D =>
  createNoise2D(seededRandom(scattered(seed, version, salt) * 0x7fffffff));

/** Which version is on show `seconds` after a layer came: they follow one another and begin anew. */
export const versionAt = ({ versions, rate }: Boil, seconds: Seconds): number => {
  const turn = Math.floor(seconds * rate + 1e-6) % versions;
  return turn < 0 ? turn + versions : turn;
};

const wobbled = new WeakMap<Stroke, Map<string, Stroke>>();

/** A stroke as one version has it; its ends stay where they are, so that what met still meets. */
export function boiledStroke(stroke: Stroke, boil: Boil, version: number): Stroke {
  const key = boilKey(boil, version);
  const known = wobbled.get(stroke) ?? new Map<string, Stroke>();
  wobbled.set(stroke, known);
  if (!known.has(key)) known.set(key, strayed(stroke, boil, version));
  return known.get(key)!;
}

/** Names how a version strays, whatever it is of. */
export const boilKey = ({ strength, scale, seed }: Boil, version: number): string =>
  `${strength} ${scale} ${seed} ${version}`;

function strayed(stroke: Stroke, boil: Boil, version: number): Stroke {
  const field = fieldOf(boil, version);
  const lengths = runningLengths(stroke.points);
  const total = lengths.at(-1) ?? 0;
  const points = stroke.points.slice();
  lengths.forEach((length, i) => {
    const k = i * POINT_SIZE;
    const { dx, dy } = field(points[k], points[k + 1]);
    const freedom = Math.min(1, (2 * Math.min(length, total - length)) / boil.scale);
    points[k] += dx * freedom;
    points[k + 1] += dy * freedom;
  });
  return { ...stroke, points };
}

/**
 * An outline as one version has it.
 * @param d SVG path data
 * @param matrix from the path's units to layer pixels, in which the boil is measured
 */
export function boiledPath(d: string, matrix: Matrix, boil: Boil, version: number): string {
  const field = fieldOf(boil, version);
  const back = inverse(matrix);
  const stray = ([x, y]: Corner): string => {
    const at = apply(matrix, { x, y });
    const { dx, dy } = field(at.x, at.y);
    const to = apply(back, { x: at.x + dx, y: at.y + dy });
    return `${thousandths(to.x)} ${thousandths(to.y)}`;
  };
  // Short enough that moving the points of a piece bends it evenly.
  const longest = boil.scale / PIECES_A_WAVE / (Math.hypot(matrix[0], matrix[1]) || 1);
  return subpathsOf(d)
    .map(({ cubics, closed }) => {
      const pieces = cubics.flatMap((cubic) => dividedCubic(cubic, longest));
      const curves = pieces.map(([, a, b, to]) => `C${stray(a)} ${stray(b)} ${stray(to)}`);
      return `M${stray(pieces[0][0])}${curves.join('')}${closed ? 'Z' : ''}`;
    })
    .join('');
}

const PIECES_A_WAVE = 3;

const thousandths = (value: number): number => Math.round(value * 1000) / 1000;
