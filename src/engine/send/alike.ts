/**
 * Tells whether a frame's pixels differ from those of the frame before: what rests need not be encoded
 * anew.
 * @returns takes straight RGBA that is not changed later
 */
export function watchChanges(): (rgba: Uint8ClampedArray) => boolean {
  let before: Uint32Array | null = null;
  return (rgba) => {
    const now = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4);
    const last = before;
    before = now;
    if (last === null) return true;
    for (let i = 0; i < now.length; i++) if (now[i] !== last[i]) return true;
    return false;
  };
}
