/** Items of two sources that are made at the same time, as many as the shorter one has. */
export async function* pairs<A, B>(
  ones: AsyncGenerator<A>,
  others: AsyncGenerator<B>,
): AsyncGenerator<readonly [A, B]> {
  try {
    for (;;) {
      const [one, other] = await Promise.all([ones.next(), others.next()]);
      if (one.done || other.done) return;
      yield [one.value, other.value];
    }
  } finally {
    // Where one fails, the other is still at work.
    await Promise.all([ones.return(undefined), others.return(undefined)]);
  }
}
