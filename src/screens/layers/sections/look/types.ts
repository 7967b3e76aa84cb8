import type { ChangeLayer } from '../../useChange';
import type { SectionProps } from '../types';

export interface FoldProps extends SectionProps {
  readonly change: ChangeLayer;
}

/** Limits of a blur in pixels, and what its slider goes through. */
export const BLUR = { unit: 'px', min: 0, max: 1000, step: 1, feel: { min: 0, max: 80 } };
