/** Shape of a move over its own length; both ends are exact: 0 maps to 0 and 1 to 1. */
export const EASINGS = ['linear', 'ease in', 'ease out', 'ease in and out', 'settle'] as const;
export type Easing = (typeof EASINGS)[number];

/** Overshoot of "settle": the usual back-easing constant, a tenth beyond the end. */
const OVERSHOOT = 1.70158;

const CURVES: Readonly<Record<Easing, (t: number) => number>> = {
  linear: (t) => t,
  'ease in': (t) => t ** 3,
  'ease out': (t) => 1 - (1 - t) ** 3,
  'ease in and out': (t) => (t < 0.5 ? 4 * t ** 3 : 1 - (2 - 2 * t) ** 3 / 2),
  settle: (t) => 1 + (OVERSHOOT + 1) * (t - 1) ** 3 + OVERSHOOT * (t - 1) ** 2,
};

/** Eased progress for `t`, which is clamped to 0…1. Penner's cubic and back curves. */
export function ease(easing: Easing, t: number): number {
  if (t <= 0) return 0;
  if (t >= 1) return 1;
  return CURVES[easing](t);
}
