import { useEffect, useState } from 'react';

/** What a question that takes a while was answered; null until then, and where it cannot be. */
export function useAnswer<T>(ask: () => Promise<T>, about: unknown): T | null {
  const [found, setFound] = useState<{ readonly about: unknown; readonly answer: T } | null>(null);
  useEffect(() => {
    let gone = false;
    ask().then(
      (answer) => {
        if (!gone) setFound({ about, answer });
      },
      () => undefined,
    );
    return () => {
      gone = true;
    };
    // What it is about tells when to ask again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [about]);
  return found !== null && found.about === about ? found.answer : null;
}
