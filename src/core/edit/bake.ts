import { MoonError } from '../errors';
import type { Keyframe, Layer } from '../document/layers';
import { changeLayer, findLayer } from './layers';
import { removeMove } from './moves';
import type { Stack } from '../document/types';
import { channelNamed, layerAt } from '../motion/channels';
import { sampleMoves } from '../motion/sample';
import { timeLayers } from '../motion/timing';
import { placeMatrix } from '../geometry/placeMatrix';
import type { Box } from '../geometry/box';
import { apply, multiply, scaling, translation, type Matrix } from '../geometry/matrix';

const CHANNELS = ['x', 'y', 'scale', 'stretch', 'rotation', 'opacity'] as const;
type Sample = Record<(typeof CHANNELS)[number], number>;

/** How far a channel may be off between kept keyframes. */
const TOLERANCE: Sample = {
  x: 0.05,
  y: 0.05,
  scale: 5e-4,
  stretch: 5e-4,
  rotation: 0.02,
  opacity: 1e-3,
};

/**
 * Turns a move of a whole layer into keyframes that do the same at every frame.
 * @param box the layer's box in layer pixels
 * @throws MoonError 'not-found' for a move that keyframes cannot do: over letters, with a mask, blur or pen, or one that leans or mirrors
 */
export function moveToKeyframes<S extends Stack>(
  stack: S,
  layerId: string,
  moveId: string,
  box: Box,
): S {
  const layer = findLayer(stack, layerId);
  const move = layer?.moves.find((entry) => entry.id === moveId);
  if (!layer || !move) return stack;
  if (move.letter !== null || move.stagger.over !== 'whole') throw cannot();
  const timing = timeLayers(stack).get(layerId)!;
  const { start, end } = timing.moves.get(moveId)!;
  const alone: Layer = { ...layer, moves: [move] };
  const at = (frame: number) => sampled(alone, frame, timing, stack, box);
  // What goes at once has a keyframe before it that holds what was there.
  const atOnce = move.phase !== 'arrive' && !isNear(at(start - 1), at(start));
  const first = atOnce ? start - 1 : start;
  const samples = Array.from({ length: end - first + 1 }, (_, i) => at(first + i));
  unwind(samples);
  const keyed = CHANNELS.reduce((next, name) => {
    const values = samples.map((sample) => sample[name]);
    return driven(next, name, values, first);
  }, layer);
  return changeLayer(removeMove(stack, layerId, moveId), layerId, (entry) => ({
    ...entry,
    keyframes: keyed.keyframes,
  }));
}

const cannot = (): MoonError =>
  new MoonError(
    'not-found',
    'This move works letter by letter, mirrors, leans, or uses a mask, blur or pen, which keyframes of the whole layer cannot do.',
  );

function sampled(
  layer: Layer,
  frame: number,
  timing: Parameters<typeof sampleMoves>[1],
  stack: Stack,
  box: Box,
): Sample {
  const at = layerAt(layer, frame);
  const place = placeMatrix(at.place);
  const { whole } = sampleMoves(layer, timing, frame, {
    rate: stack.rate,
    canvas: stack,
    box,
    onCanvas: (point) => apply(place, point),
  });
  if (whole.masks.length > 0 || whole.blur > 0 || whole.written) throw cannot();
  const moved = multiply(translation(whole.dx, whole.dy), place, whole.inner);
  return { ...placeFrom(moved, at), opacity: at.opacity * whole.opacity };
}

/** How far axes may lean, as the cosine of the angle between them, or be mirrored. */
const LEANING = 1e-6;

/**
 * The place whose map is `m`: the inverse of `placeMatrix` for its anchor and mirroring.
 * @throws MoonError 'not-found' for a map that leans or mirrors, which no place does
 */
function placeFrom(moved: Matrix, { place }: Layer) {
  const { x, y } = apply(moved, { x: place.anchorX, y: place.anchorY });
  const m = multiply(moved, scaling(place.flipX ? -1 : 1, place.flipY ? -1 : 1));
  const area = Math.hypot(m[0], m[1]) * Math.hypot(m[2], m[3]);
  if (Math.abs(m[0] * m[2] + m[1] * m[3]) > LEANING * area) throw cannot();
  if (m[0] * m[3] - m[1] * m[2] < -LEANING * area) throw cannot();
  const across = Math.hypot(m[0], m[1]);
  const down = Math.hypot(m[2], m[3]);
  const rotation =
    across > 0
      ? (Math.atan2(m[1], m[0]) * 180) / Math.PI
      : down > 0
        ? (Math.atan2(-m[2], m[3]) * 180) / Math.PI
        : place.rotation;
  const stretch = down > 0 ? Math.max(0.01, across / down) : place.stretch;
  return { x, y, scale: down, stretch, rotation };
}

const isNear = (a: Sample, b: Sample): boolean =>
  CHANNELS.every((name) => Math.abs(a[name] - b[name]) <= TOLERANCE[name]);

/** Makes angles go on where they would jump by a whole turn. */
function unwind(samples: Sample[]): void {
  for (let i = 1; i < samples.length; i++) {
    const turns = Math.round((samples[i - 1].rotation - samples[i].rotation) / 360);
    samples[i].rotation += turns * 360;
  }
}

/** Drives a channel by the fewest keyframes that stay within its tolerance; none if it stands still. */
function driven(layer: Layer, name: keyof Sample, values: readonly number[], start: number): Layer {
  const resting = channelNamed(name)!.read(layer)!;
  const still = values.every((value) => Math.abs(value - resting) <= TOLERANCE[name] / 10);
  if (still && !layer.keyframes[name]) return layer;
  const kept = simplified(values, TOLERANCE[name]);
  const keys = kept.map((i): Keyframe => ({
    frame: start + i,
    value: values[i],
    easing: 'linear',
  }));
  const others = (layer.keyframes[name] ?? []).filter(
    ({ frame }) => frame < start || frame >= start + values.length,
  );
  const all = [...others, ...keys].sort((a, b) => a.frame - b.frame);
  return { ...layer, keyframes: { ...layer.keyframes, [name]: all } };
}

/** Indices to keep so that straight lines between them stay near all values (Ramer–Douglas–Peucker). */
function simplified(values: readonly number[], tolerance: number): readonly number[] {
  const keep = (from: number, to: number): readonly number[] => {
    let worst = 0;
    let at = -1;
    for (let i = from + 1; i < to; i++) {
      const line = values[from] + ((values[to] - values[from]) * (i - from)) / (to - from);
      const off = Math.abs(values[i] - line);
      if (off > worst) [worst, at] = [off, i];
    }
    return worst <= tolerance ? [from] : [...keep(from, at), ...keep(at, to)];
  };
  const last = values.length - 1;
  return last === 0 ? [0] : [...keep(0, last), last];
}
