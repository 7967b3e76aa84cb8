import { frameLine } from '@/engine/send/frameLine';

/** Work that ends when it is told to. */
function begun(): { made: Promise<number>; end: (value: number) => void; fail: () => void } {
  let end: (value: number) => void = () => undefined;
  let fail: () => void = () => undefined;
  const made = new Promise<number>((resolve, reject) => {
    end = resolve;
    fail = () => reject(new Error('No.'));
  });
  return { made, end, fail };
}

const soon = () => new Promise((resolve) => setTimeout(resolve, 0));

describe('frames that are worked on beside the next one', () => {
  it('are handed on in their order, whichever is done first', async () => {
    const taken: number[] = [];
    const line = frameLine(async (value: number) => taken.push(value));
    const [first, second, third] = [begun(), begun(), begun()];
    await line.add(first.made);
    await line.add(second.made);
    const added = line.add(third.made);
    third.end(3);
    second.end(2);
    await soon();
    expect(taken).toEqual([]);
    first.end(1);
    await added;
    expect(taken).toEqual([1]);
    await line.finish();
    expect(taken).toEqual([1, 2, 3]);
  });

  it('are two at most: a third waits until the first is handed on', async () => {
    const line = frameLine(async () => undefined);
    const [first, second, third] = [begun(), begun(), begun()];
    let painted = 0;
    const paint = async () => {
      for (const { made } of [first, second, third]) {
        await line.add(made);
        painted++;
      }
    };
    const painting = paint();
    await soon();
    expect(painted).toBe(2);
    first.end(1);
    await painting;
    expect(painted).toBe(3);
  });

  it('tell what fails in its turn', async () => {
    const taken: number[] = [];
    const line = frameLine(async (value: number) => taken.push(value));
    const [first, second] = [begun(), begun()];
    await line.add(first.made);
    await line.add(second.made);
    second.fail();
    await soon();
    first.end(1);
    await expect(line.finish()).rejects.toThrow('No.');
    expect(taken).toEqual([1]);
  });
});
