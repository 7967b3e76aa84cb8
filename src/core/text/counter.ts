import type { WordsLayer } from '../document/layers';
import { ease } from '../easings';

/** Stands for the number in the words of a counter. */
export const COUNTER_MARK = '#';

/** What a words layer says at a frame of the overlay. */
export function counterText({ text, counter }: WordsLayer, frame: number): string {
  if (!counter) return text;
  const { from, to, decimals, start, length, easing } = counter;
  const share = length === 0 ? (frame < start ? 0 : 1) : (frame - start) / length;
  const value = from + (to - from) * ease(easing, share);
  // Rounds towards the start, so that the last number shows only once it is reached.
  const step = 10 ** decimals;
  const whole = to >= from ? Math.floor(value * step + 1e-9) : Math.ceil(value * step - 1e-9);
  return text.replaceAll(
    COUNTER_MARK,
    (whole / step).toFixed(decimals).replace(/^-(0\.?0*)$/, '$1'),
  );
}
