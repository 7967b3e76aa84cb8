import { useEffect, useState } from 'react';

/**
 * What is found out in the background; the last answer stands until there is a new one, or when
 * there is none. What was asked before is stopped.
 * @param key asks anew whenever it changes
 * @param rest milliseconds for which the key has to stay as it is before anything is asked
 */
export function useBackground<T>(
  ask: (signal: AbortSignal) => Promise<T>,
  key: string,
  first: T,
  rest = 0,
): T {
  const [found, setFound] = useState(first);
  useEffect(() => {
    const controller = new AbortController();
    const { signal } = controller;
    const timer = setTimeout(() => {
      ask(signal).then(
        (answer) => {
          if (!signal.aborted) setFound(() => answer);
        },
        () => undefined,
      );
    }, rest);
    return () => {
      clearTimeout(timer);
      controller.abort();
    };
    // `ask` is a new function each time; the key tells when it would answer something else.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return found;
}
