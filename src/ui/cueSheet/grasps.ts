import { TOUCH } from '../theme';

interface RibbonSpan {
  /** Screen pixels of the lane, as all others here. */
  readonly left: number;
  readonly width: number;
  readonly arrive: number;
  readonly leave: number;
  /** How long the lane is. */
  readonly total: number;
}

/** Where the middles of a ribbon's touch areas lie; null for one that has no room. */
interface Grasps {
  readonly start: number;
  readonly end: number;
  readonly arrival: number | null;
  readonly departure: number | null;
}

/**
 * Touch areas of a ribbon's ends, and of the ends of its arrival and leave: a thumb wide each, beside each
 * other, with as much of the ribbon left between them to be dragged as a whole. They stand off what they
 * belong to where there is too little room; what has none is reached by zooming in.
 */
export function graspsOf({ left, width, arrive, leave, total }: RibbonSpan): Grasps {
  const outwards = Math.max(0, Math.min(TOUCH / 2, TOUCH - width / 2));
  const right = left + width;
  const last = total - TOUCH / 2;
  const from = Math.max(TOUCH / 2, left - (arrive > 0 ? TOUCH / 2 : outwards));
  const to = Math.min(last, right + (leave > 0 ? TOUCH / 2 : outwards));
  const end = Math.min(last, Math.max(to, from + 2 * TOUCH));
  const start = Math.max(TOUCH / 2, Math.min(from, end - 2 * TOUCH));
  const arrival = Math.max(left + arrive, start + TOUCH);
  const departure = Math.min(right - leave, end - TOUCH);
  const arrives = arrive > 0 && end - arrival >= 2 * TOUCH;
  const leaves = leave > 0 && departure - (arrives ? arrival : start) >= 2 * TOUCH;
  return {
    start,
    end,
    arrival: arrives ? arrival : null,
    departure: leaves ? departure : null,
  };
}

/**
 * Where the handle that links a ribbon begins: before it, else inside where more than its own width is left
 * to be dragged, else behind it.
 */
export function linkAt({ start, end, arrival, departure }: Grasps): number {
  const before = start - 1.5 * TOUCH;
  if (before >= 0) return before;
  const inside = (arrival ?? start) + TOUCH / 2;
  const until = (departure ?? end) - TOUCH / 2;
  return until - inside >= 2 * TOUCH ? inside : end + TOUCH / 2;
}
