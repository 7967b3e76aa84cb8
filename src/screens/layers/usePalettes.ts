import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Bundle } from '@/core/document';
import { work } from '@/store/work';
import type { Palettes } from '@/ui/ColourField';

/** Colours of the footage a document uses, its guide frame's too, found once they are asked for. */
export function usePalettes({ footage }: Bundle): Palettes {
  const [wanted, setWanted] = useState(false);
  const [found, setFound] = useState<ReadonlyMap<string, readonly string[]>>(new Map());
  const seen = footage.filter(({ type }) => type !== 'sound');
  const key = seen.map(({ media }) => media.hash).join(' ');
  useEffect(() => {
    let gone = false;
    for (const source of wanted ? seen : []) {
      const tell = (colours: readonly string[]) => {
        if (!gone) setFound((before) => new Map(before).set(source.id, colours));
      };
      work.findPalette(source).then(tell, () => tell([]));
    }
    return () => {
      gone = true;
    };
    // The key tells which footage there is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, wanted]);
  const find = useCallback(() => setWanted(true), []);
  return useMemo(
    () => ({
      palettes: seen
        .map(({ id, name }) => ({ name, colours: found.get(id) ?? null }))
        .filter(({ colours }) => colours?.length !== 0),
      find,
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [key, found, find],
  );
}
