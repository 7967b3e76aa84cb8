import type { BrushKind } from './types';

/** A nib: a lively line with round ends. */
export const pen: BrushKind = {
  brush: 'pen',
  label: 'Pen',
  icon: 'fountain-pen-tip',
  thinning: 0.5,
  widening: 0.4,
  taper: { start: 0, end: 0 },
  first: { size: 14, opacity: 1, smoothing: 0.45 },
};
