import type { VideoSample } from 'mediabunny';
import { colourCoding } from '@/core/colour/coding';
import { rotated } from '@/core/footage/rotate';
import { planarFrame } from '@/engine/keying/planarFrame';

test.each([
  [0, [1, 2, 3, 4, 5, 6]],
  [90, [4, 1, 5, 2, 6, 3]],
  [180, [6, 5, 4, 3, 2, 1]],
  [270, [3, 6, 2, 5, 1, 4]],
])('a picture is turned by %i degrees clockwise', (degrees, turned) => {
  expect([...rotated(Uint32Array.of(1, 2, 3, 4, 5, 6), 3, 2, degrees)]).toEqual(turned);
});

/** What a decoder gives, of 3 × 3 pixels and so 2 × 2 samples of chroma. */
const sample = (format: string, bytes: readonly number[]) =>
  ({
    ...{ format, rotation: 0 },
    visibleRect: { left: 0, top: 0, width: 3, height: 3 },
    copyTo: async (target: Uint8Array) => target.set(bytes),
  }) as unknown as VideoSample;

const LUMA = [1, 2, 3, 4, 5, 6, 7, 8, 9];
const coding = colourCoding({ matrix: 'bt709' }, { width: 3, height: 3 });

test('chroma in pairs, as hardware gives it, comes to lie in two planes', async () => {
  const pairs = [...LUMA, 10, 20, 11, 21, 12, 22, 13, 23];
  const frame = planarFrame({ sample: sample('NV12', pairs), coding })!;
  const target = new Uint8Array(40);
  await frame.copyTo(target, [0, 16, 32]);
  expect([...target.subarray(0, 9)]).toEqual(LUMA);
  expect([...target.subarray(16, 20)]).toEqual([10, 11, 12, 13]);
  expect([...target.subarray(32, 36)]).toEqual([20, 21, 22, 23]);
});

test('what is wide, has more than 8 bits or has no codes is not read plane by plane', () => {
  const wide = colourCoding({ transfer: 'pq' }, { width: 3, height: 3 });
  expect(planarFrame({ sample: sample('I420', []), coding })).not.toBeNull();
  expect(planarFrame({ sample: sample('I420', []), coding: wide })).toBeNull();
  expect(planarFrame({ sample: sample('I420P10', []), coding })).toBeNull();
  expect(planarFrame({ sample: sample('RGBA', []), coding: null })).toBeNull();
});
