import type { BrushKind } from './types';

/** A felt tip: the same width throughout, wider when it lies flat, a little see-through. */
export const marker: BrushKind = {
  brush: 'marker',
  label: 'Marker',
  icon: 'marker',
  thinning: 0,
  widening: 0.8,
  taper: { start: 0, end: 0 },
  first: { size: 36, opacity: 0.7, smoothing: 0.5 },
};
