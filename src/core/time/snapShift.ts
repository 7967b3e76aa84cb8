/**
 * A shift in time that puts one of the shifted frames on a target, where that is within reach; the
 * shift as it is elsewhere. The least correction wins.
 * @param by frames of the shift
 * @param frames that are shifted
 * @param reach frames
 */
export function snapShift(
  by: number,
  frames: readonly number[],
  targets: readonly number[],
  reach: number,
): number {
  const corrections = frames.flatMap((frame) => targets.map((target) => target - frame - by));
  const [least] = corrections.sort((a, b) => Math.abs(a) - Math.abs(b));
  return least !== undefined && Math.abs(least) <= reach ? by + least : by;
}
