import { colourName } from '../../colour/names';
import type { FrameMeasures, Measured } from '../measure';
import type { Repair } from '../types';

/** The frame with the largest share of something, among those that show artwork. */
export function worstFrame(
  measured: Measured,
  shareOf: (frame: FrameMeasures) => number,
): { readonly frame: number; readonly share: number } | null {
  return measured.frames.reduce<{ frame: number; share: number } | null>(
    (worst, measures, frame) => {
      const share = shareOf(measures);
      return measures.visible > 0 && (!worst || share > worst.share) ? { frame, share } : worst;
    },
    null,
  );
}

/** "4.1 %", with two decimals below one per cent. */
export const percent = (share: number): string =>
  `${Number((share * 100).toFixed(share < 0.01 ? 2 : 1))} %`;

export const makeClear: Repair = {
  label: 'Make the backdrop clear',
  apply: (overlay) => ({ ...overlay, backdrop: { kind: 'clear' } }),
};

export const switchKey = (colour: string): Repair => ({
  label: `Use ${colourName(colour)}`,
  apply: (overlay) => ({ ...overlay, backdrop: { kind: 'key', colour } }),
});
