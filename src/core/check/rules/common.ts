import { colourName } from '../../colour/names';
import { enlargement } from '../../geometry/matrix';
import type { FrameMeasures, Measured } from '../measure/types';
import type { Checked, CheckRule, FoundByRule, Landed, Repair, RuleOutcome } from '../types';

export const fine = (reason: string): RuleOutcome => ({ kind: 'fine', reason });
export const unmeasured = (reason: string): RuleOutcome => ({ kind: 'unmeasured', reason });

type Found = Pick<FoundByRule, 'severity' | 'title' | 'detail' | 'frame'> & Partial<FoundByRule>;

/** Keeps a rule's name as it is written, so that tables can be held against all of them. */
export const checkRule = <const N extends string>(rule: CheckRule<N>): CheckRule<N> => rule;

/** A finding; its picture is the plain frame, and there is no repair, where nothing else is said. */
export const found = (finding: Found): RuleOutcome => ({
  kind: 'finding',
  finding: { marking: null, repairs: [], ...finding },
});

export const NO_ARTWORK = unmeasured('No frame shows any artwork.');

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

/** The first and the last frame that show artwork; null where none does. */
export function shownSpan({ frames }: Measured): { first: number; last: number } | null {
  const shows = ({ visible }: FrameMeasures) => visible > 0;
  const first = frames.findIndex(shows);
  return first < 0 ? null : { first, last: frames.findLastIndex(shows) };
}

/** The frame with the most artwork; the first where there is none. */
export const fullestFrame = (measured: Measured): number =>
  worstFrame(measured, ({ visible }) => visible)?.frame ?? 0;

/**
 * Where the overlay lands; one that lands nowhere yet counts as laid over the whole picture when it
 * has the shape of one.
 */
export function landedOr({ overlay, landed }: Checked): Landed | null {
  if (landed) return landed;
  const { width, height, rate } = overlay;
  const shape = Math.max(width, height) / Math.min(width, height);
  if (Math.abs(shape / (16 / 9) - 1) > 0.02) return null;
  return { name: null, width, height, rate, matrix: [1, 0, 0, 1, 0, 0] };
}

/** Pixels, per document pixel, of the landing's picture at 1080 lines (or columns, when it is upright). */
export const scaleAt1080 = ({ width, height, matrix }: Landed): number =>
  (enlargement(matrix) * 1080) / Math.min(width, height);

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
