/** Steps of the soft edge's curve: enough that no band is seen. */
const STEPS = 8;

/**
 * Opacity along a side that rises over `before` pixels at its start and falls over `after` at its
 * end, as shares of the way; feathers that would meet share it.
 */
export function featherStops(
  length: number,
  before: number,
  after: number,
): readonly { readonly at: number; readonly opacity: number }[] {
  const way = Math.max(1e-9, length);
  const shrink = Math.min(1, length / Math.max(1e-9, before + after));
  const steps = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS);
  const within = (at: number) => Math.min(1, Math.max(0, at));
  return [
    ...steps.map((t) => ({
      at: within((t * before * shrink) / way),
      opacity: before === 0 ? 1 : smooth(t),
    })),
    ...[...steps].reverse().map((t) => ({
      at: within(1 - (t * after * shrink) / way),
      opacity: after === 0 ? 1 : smooth(t),
    })),
  ];
}

/** Smoothstep: level at both ends. */
const smooth = (t: number): number => t * t * (3 - 2 * t);
