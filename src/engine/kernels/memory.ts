export const PAGE = 65_536;

/** Pictures lie where vectors are loaded quickest. */
export const aligned = (bytes: number): number => (bytes + 63) & ~63;

/** Lets a memory grow where it is shorter than `bytes`. */
export function makeRoom(memory: WebAssembly.Memory, bytes: number): void {
  const missing = Math.ceil((bytes - memory.buffer.byteLength) / PAGE);
  if (missing > 0) memory.grow(missing);
}
