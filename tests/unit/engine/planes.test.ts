import { bytesOfPlanes, planeKind, planesIn } from '@/engine/media/planes';

const FORMATS = [
  ['I420', 420, false, 8, 15 + 2 * 6],
  ['I420A', 420, true, 8, 2 * 15 + 2 * 6],
  ['I422P10', 422, false, 10, 2 * (15 + 2 * 9)],
  ['I444AP12', 444, true, 12, 2 * 4 * 15],
] as const;

test.each(FORMATS)('%s lies in its bytes as WebCodecs lays it', (...expected) => {
  const [format, sampling, alpha, depth, bytes] = expected;
  const size = { width: 5, height: 3 };
  const kind = planeKind(format)!;
  expect(kind).toEqual({ sampling, alpha, depth });
  expect(bytesOfPlanes(kind, size)).toBe(bytes);
  // Beside something else in memory, as in that of a decoder.
  const memory = new Uint8Array(bytes + 16);
  const planes = planesIn(memory.subarray(16), kind, size);
  const all = [planes.y, planes.u, planes.v, ...(planes.a ? [planes.a] : [])];
  expect(all.length).toBe(alpha ? 4 : 3);
  expect(planes.u.length).toBe(planes.v.length);
  let at = 16;
  for (const plane of all) {
    expect(plane.byteOffset).toBe(at);
    at += plane.byteLength;
  }
  expect(at).toBe(memory.length);
});

test.each(['NV12', 'RGBA', 'BGRX', null])('%s has no planes of its own', (format) => {
  expect(planeKind(format)).toBeNull();
});
