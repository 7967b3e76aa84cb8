import { joinedWrites } from '@/engine/send/joinedWrites';

describe('pieces of a file', () => {
  it('are written together, in their order, and all of them in the end', async () => {
    const written: number[][] = [];
    const writes = joinedWrites(async (bytes) => void written.push([...bytes]), 4);
    for (const value of [1, 2, 3, 4, 5]) await writes.add(Uint8Array.of(value));
    await writes.add(Uint8Array.of(6, 7, 8));
    await writes.add(Uint8Array.of(9));
    expect(written).toEqual([
      [1, 2, 3, 4],
      [5, 6, 7, 8],
    ]);
    await writes.flush();
    await writes.flush();
    expect(written.slice(2)).toEqual([[9]]);
  });
});
