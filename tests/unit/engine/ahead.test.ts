import { ahead } from '@/engine/send/ahead';
import { pairs } from '@/engine/send/pairs';

const soon = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Numbers from 1, each made in a turn of its own, and how many were begun and whether it was left. */
function counting(count: number, failsAt = Infinity) {
  const seen = { begun: 0, left: false };
  async function* numbers(): AsyncGenerator<number> {
    try {
      for (let i = 1; i <= count; i++) {
        seen.begun = i;
        await soon();
        if (i === failsAt) throw new Error(`No ${i}.`);
        yield i;
      }
    } finally {
      seen.left = true;
    }
  }
  return { numbers: numbers(), seen };
}

async function taken<T>(items: AsyncIterable<T>): Promise<readonly T[]> {
  const all: T[] = [];
  for await (const item of items) all.push(item);
  return all;
}

describe('items made ahead', () => {
  it('come in their order, the next one begun while one is used', async () => {
    const { numbers, seen } = counting(3);
    const items = ahead(numbers);
    expect((await items.next()).value).toBe(1);
    expect(seen.begun).toBe(2);
    expect(await taken(items)).toEqual([2, 3]);
  });

  it('are left where no more is asked for', async () => {
    const { numbers, seen } = counting(9);
    for await (const item of ahead(numbers)) if (item === 2) break;
    expect(seen).toEqual({ begun: 3, left: true });
  });

  it('fail in their turn', async () => {
    const items = ahead(counting(3, 2).numbers);
    expect((await items.next()).value).toBe(1);
    await soon();
    await expect(items.next()).rejects.toThrow('No 2.');
  });
});

describe('items of two sources', () => {
  it('are made at the same time, as many as the shorter one has', async () => {
    const [long, short] = [counting(3), counting(2)];
    const items = pairs(long.numbers, short.numbers);
    const first = items.next();
    expect([long.seen.begun, short.seen.begun]).toEqual([1, 1]);
    expect((await first).value).toEqual([1, 1]);
    expect(await taken(items)).toEqual([[2, 2]]);
    expect([long.seen.left, short.seen.left]).toEqual([true, true]);
  });

  it('end only when both have, where one fails', async () => {
    const [bad, good] = [counting(3, 2), counting(3)];
    await expect(taken(pairs(bad.numbers, good.numbers))).rejects.toThrow('No 2.');
    expect(good.seen.left).toBe(true);
  });
});
