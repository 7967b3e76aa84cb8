/** Items one after the other; the next is being made while one is used. */
export async function* ahead<Item>(items: AsyncGenerator<Item>): AsyncGenerator<Item> {
  let next = items.next();
  try {
    for (let item = await next; !item.done; item = await next) {
      next = items.next();
      // One that fails is told in its turn.
      next.catch(() => undefined);
      yield item.value;
    }
  } finally {
    // Where no more is asked for, what is being made has an end too.
    await items.return(undefined);
  }
}
