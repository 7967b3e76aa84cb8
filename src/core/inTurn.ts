/** Does pieces of work one after the other, in the order they are asked for. */
export function inTurn(): <T>(work: () => Promise<T>) => Promise<T> {
  let before: Promise<unknown> = Promise.resolve();
  return (work) => {
    const mine = before.then(work);
    before = mine.catch(() => undefined);
    return mine;
  };
}
