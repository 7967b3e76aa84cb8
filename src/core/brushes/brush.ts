import type { BrushKind } from './types';

/** A soft tip: swells under pressure and comes to a point at both ends. */
export const brush: BrushKind = {
  brush: 'brush',
  label: 'Brush',
  icon: 'brush',
  thinning: 0.8,
  widening: 0.6,
  taper: { start: 1.5, end: 4 },
  first: { size: 30, opacity: 1, smoothing: 0.55 },
};
