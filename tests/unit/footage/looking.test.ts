import { findFirstChange, findFlash, strongestHit } from '@/core/footage/events';
import { findLoop } from '@/core/footage/loops';
import { quietMap, quietSpots } from '@/core/footage/quiet';
import { frameDifference, meanLuma, type SmallFrame } from '@/core/footage/smallFrames';
import { seededRandom } from '@/core/random';

const WIDTH = 64;
const HEIGHT = 36;

const frame = (colour: (x: number, y: number) => number): SmallFrame => {
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4).fill(255);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const level = colour(x, y);
      data.fill(level, (y * WIDTH + x) * 4, (y * WIDTH + x) * 4 + 3);
    }
  }
  return { width: WIDTH, height: HEIGHT, data };
};

/** A light spot that goes round once in `period` frames. */
const circling = (period: number) => (i: number) => {
  const angle = (2 * Math.PI * i) / period;
  const [cx, cy] = [32 + 20 * Math.cos(angle), 18 + 10 * Math.sin(angle)];
  return frame((x, y) => 255 * Math.exp(-((x - cx) ** 2 + (y - cy) ** 2) / 30));
};

describe('what happens in a clip', () => {
  const random = seededRandom(4);
  const noise = () => random() * 0.002;

  it('a flash is found to the frame, and is the surer the more it stands out', () => {
    const measures = Array.from({ length: 60 }, (_, i) => ({
      luma: 0.3 + noise() + (i === 23 ? 0.4 : 0),
      change: noise(),
    }));
    const flash = findFlash(measures)!;
    expect(flash.frame).toBe(23);
    expect(flash.certainty).toBeGreaterThan(0.95);
    const twice = measures.map((entry, i) => (i === 40 ? { ...entry, luma: 0.66 } : entry));
    expect(findFlash(twice)!.frame).toBe(23);
    expect(findFlash(twice)!.certainty).toBeLessThan(0.2);
    expect(
      findFlash([
        { luma: 0.5, change: 0 },
        { luma: 0.5, change: 0 },
      ]),
    ).toBeNull();
  });

  it('the first change is the first one beyond noise', () => {
    const measures = Array.from({ length: 50 }, (_, i) => ({
      luma: 0.3,
      change: i < 17 ? noise() : 0.03 + noise(),
    }));
    expect(findFirstChange(measures)).toMatchObject({ frame: 17 });
    expect(findFirstChange(measures.slice(0, 17))).toBeNull();
  });

  it('the strongest hit counts', () => {
    const hits = [
      { seconds: 1, strength: 0.4 },
      { seconds: 2, strength: 1 },
    ];
    expect(strongestHit(hits)).toEqual({ seconds: 2, certainty: 0.6 });
    expect(strongestHit([])).toBeNull();
  });
});

describe('loops', () => {
  it('are found where the picture comes back, with a seam like any step', () => {
    const spot = circling(40);
    const loop = findLoop(
      Array.from({ length: 65 }, (_, i) => spot(i)),
      15,
    )!;
    expect(loop.to - loop.from).toBe(40);
    expect(loop.seam).toBeLessThan(0.1);
  });

  it('have a seam to be seen where nothing comes back', () => {
    const drifting = Array.from({ length: 50 }, (_, i) => frame((x) => (x < i ? 240 : 20)));
    expect(findLoop(drifting, 15)!.seam).toBeGreaterThan(10);
    expect(findLoop(drifting.slice(0, 10), 15)).toBeNull();
  });
});

describe('quiet spots', () => {
  const random = seededRandom(8);
  // Busy below and at the left; what is at the upper right is calm.
  const busy = (x: number, y: number) => y > 20 || x < 20;
  const grass = () => frame((x, y) => (busy(x, y) ? 60 + random() * 120 : 150));
  const map = quietMap(Array.from({ length: 4 }, () => [grass(), grass()] as const));

  it('tell calm cells from busy ones', () => {
    const at = (column: number, row: number) => map.busy[row * map.columns + column];
    expect(at(25, 4)).toBeLessThan(0.02);
    expect(at(4, 4)).toBeGreaterThan(0.5);
    expect(at(25, 15)).toBeGreaterThan(0.5);
  });

  it('are the calmest places of a size inside the safe area, apart from one another', () => {
    const spots = quietSpots(map, 0.3, 0.2, 0.05);
    expect(spots).toHaveLength(3);
    const [{ box, busy: least }] = spots;
    expect(least).toBeLessThan(0.05);
    expect(box.left).toBeGreaterThan(20 / WIDTH - 0.02);
    expect(box.bottom).toBeLessThan(22 / HEIGHT);
    for (const spot of spots) {
      expect(spot.box.left).toBeGreaterThanOrEqual(0.05 - 1e-9);
      expect(spot.box.right).toBeLessThanOrEqual(0.95 + 1e-9);
    }
    expect(spots[1].busy).toBeGreaterThanOrEqual(least);
  });

  it('count motion although there is no detail', () => {
    const moving = quietMap([[frame(() => 100), frame((x) => (x > 32 ? 180 : 100))]]);
    expect(moving.busy[5 * moving.columns + 28]).toBeGreaterThan(0.5);
    expect(moving.busy[5 * moving.columns + 4]).toBe(0);
  });
});

describe('small frames', () => {
  it('are measured in shares of full scale', () => {
    expect(
      frameDifference(
        frame(() => 0),
        frame(() => 255),
      ),
    ).toBe(1);
    expect(meanLuma(frame(() => 51))).toBeCloseTo(0.2, 6);
  });
});
