/** Frames that are worked on beside the one that is painted. */
export const AT_ONCE = 2;

/** What is made of frames several at once, handed on in their order. */
export interface FrameLine<T> {
  /** Takes what is being made of a frame; the next one may be painted when this resolves. */
  readonly add: (making: Promise<T>) => Promise<void>;
  /** Hands on what is still being made. */
  readonly finish: () => Promise<void>;
}

/** @param take is called with what came of one frame after the other */
export function frameLine<T>(take: (made: T) => Promise<unknown>): FrameLine<T> {
  const waiting: Promise<T>[] = [];
  const handOn = async (most: number) => {
    while (waiting.length > most) await take(await waiting.shift()!);
  };
  return {
    add: async (making) => {
      // One that fails is told in its turn.
      making.catch(() => undefined);
      waiting.push(making);
      await handOn(AT_ONCE);
    },
    finish: () => handOn(0),
  };
}
