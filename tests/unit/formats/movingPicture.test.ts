import { readAll, standsAlone, type MovingFrame } from '@/core/formats/files/movingPicture';

const whole = { x: 0, y: 0, width: 40, height: 20 };
const part = { x: 5, y: 5, width: 10, height: 10 };
const frame = (change: Partial<MovingFrame>): MovingFrame => ({
  ...{ seconds: 0.1, box: whole, over: true, after: 'kept' },
  ...change,
});

describe('a frame of a moving picture can be read without those before it', () => {
  it.each<[string, boolean, MovingFrame[]]>([
    ['the first', true, [frame({ box: part })]],
    ['one over the one before', false, [frame({}), frame({})]],
    ['a whole one in the place of what was there', true, [frame({}), frame({ over: false })]],
    ['a part in its place', false, [frame({}), frame({ over: false, box: part })]],
    ['one after all was cleared', true, [frame({ after: 'cleared' }), frame({ box: part })]],
    ['one after a part was cleared', false, [frame({ after: 'cleared', box: part }), frame({})]],
    ['one after all was put back', false, [frame({ after: 'as before' }), frame({})]],
  ])('%s: %s', (_what, alone, frames) => {
    const picture = {
      width: 40,
      height: 20,
      plays: 0,
      frames,
      still: async () => new Uint8Array(),
    };
    expect(standsAlone(picture, frames.length - 1)).toBe(alone);
  });
});

describe('stretches of a file', () => {
  const file = Uint8Array.from({ length: 5000 }, (_, at) => at % 251);

  it('are read in one go where they are near each other, and come out by themselves', async () => {
    const reads: [number, number][] = [];
    const read = async (from: number, to: number) => {
      reads.push([from, to]);
      return file.slice(from, to);
    };
    const stretches = [
      { from: 10, to: 20 },
      { from: 32, to: 132 },
      { from: 132, to: 132 },
      { from: 4000, to: 4010 },
    ];
    expect(await readAll(read, stretches)).toEqual(
      stretches.map(({ from, to }) => file.slice(from, to)),
    );
    expect(reads).toEqual([
      [10, 132],
      [4000, 4010],
    ]);
    expect(await readAll(read, [])).toEqual([]);
  });
});
