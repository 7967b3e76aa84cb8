import { useEffect, useState } from 'react';

/**
 * What is found out in the background; the last answer stands until there is a new one, or when
 * there is none.
 * @param key asks anew whenever it changes
 */
export function useBackground<T>(ask: () => Promise<T>, key: string, first: T): T {
  const [found, setFound] = useState(first);
  useEffect(() => {
    let gone = false;
    ask().then(
      (answer) => {
        if (!gone) setFound(() => answer);
      },
      () => undefined,
    );
    return () => {
      gone = true;
    };
    // `ask` is a new function each time; the key tells when it would answer something else.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return found;
}
