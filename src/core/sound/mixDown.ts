import type { Stereo } from './types';

/** What one channel adds to the left and to the right. */
type Share = readonly [left: number, right: number];

/** Half the power. */
const HALF = Math.SQRT1_2;

const LEFT: Share = [1, 0];
const RIGHT: Share = [0, 1];
const CENTRE: Share = [HALF, HALF];
const LOW: Share = [0, 0];
const LEFT_ROUND: Share = [HALF, 0];
const RIGHT_ROUND: Share = [0, HALF];
/** What is behind goes to both sides round, and from each to its front. */
const BEHIND: Share = [HALF * HALF, HALF * HALF];

/** The usual layout of three channels and more, in the order of decoders and of WAVE files. */
const LAYOUTS: readonly (readonly Share[])[] = [
  [LEFT, RIGHT, CENTRE],
  [LEFT, RIGHT, LEFT_ROUND, RIGHT_ROUND],
  [LEFT, RIGHT, CENTRE, LEFT_ROUND, RIGHT_ROUND],
  [LEFT, RIGHT, CENTRE, LOW, LEFT_ROUND, RIGHT_ROUND],
  [LEFT, RIGHT, CENTRE, LOW, BEHIND, LEFT_ROUND, RIGHT_ROUND],
  [LEFT, RIGHT, CENTRE, LOW, LEFT_ROUND, RIGHT_ROUND, LEFT_ROUND, RIGHT_ROUND],
];

/**
 * Two channels out of any number, by ITU-R BS.775-4, annex 4: the centre and what is round go to the sides at half
 * their power, low effects are left out. One channel is heard on both sides, as loud as it is. Channels beyond eight
 * are left out.
 * @param channels one or more, of the same length
 */
export function mixDown(channels: readonly Float32Array[]): Stereo {
  if (channels.length === 1) return { left: channels[0], right: channels[0] };
  if (channels.length === 2) return { left: channels[0], right: channels[1] };
  const layout = LAYOUTS[Math.min(channels.length - 3, LAYOUTS.length - 1)];
  const side = (of: 0 | 1): Float32Array => {
    const sum = new Float32Array(channels[0].length);
    layout.forEach((share, c) => {
      if (share[of] !== 0) channels[c].forEach((value, i) => (sum[i] += share[of] * value));
    });
    return sum;
  };
  return { left: side(0), right: side(1) };
}
