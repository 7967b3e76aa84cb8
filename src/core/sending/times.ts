import { framesToSeconds, type Rate, type Seconds } from '../time';

/** Seconds by which a file may round its times: GIF tells hundredths. */
const ROUNDED = 0.0051;

/**
 * The first frame of a file that ends at another time than at its rate it should; null where all are right.
 * @param shown how long each frame shows
 */
export function firstWrongTime(
  shown: readonly Seconds[],
  rate: Rate,
): { readonly frame: number; readonly found: Seconds; readonly meant: Seconds } | null {
  let found = 0;
  for (const [frame, seconds] of shown.entries()) {
    found += seconds;
    const meant = framesToSeconds(frame + 1, rate);
    if (Math.abs(found - meant) > ROUNDED) return { frame, found, meant };
  }
  return null;
}
