/** Work that would be lost if the page were left now. */
const underWay = new Set<Promise<unknown>>();
const reasons: (() => boolean)[] = [];

/** Has the browser ask before the page is left while this goes on. */
export async function holdOpen<T>(work: Promise<T>): Promise<T> {
  underWay.add(work);
  try {
    return await work;
  } finally {
    underWay.delete(work);
  }
}

/** Has the browser ask before the page is left while something holds. */
export const holdOpenWhile = (holds: () => boolean): void => void reasons.push(holds);

export const isHeldOpen = (): boolean => underWay.size > 0 || reasons.some((holds) => holds());

if (typeof window !== 'undefined') {
  window.addEventListener('beforeunload', (event) => {
    if (isHeldOpen()) event.preventDefault();
  });
}
