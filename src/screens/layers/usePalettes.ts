import { useEffect, useState } from 'react';
import type { Bundle } from '@/core/document';
import { work } from '@/store/work';
import type { Palette } from '@/ui/ColourField';

/** Colours of the footage a document uses, its guide frame's too, as they are found. */
export function usePalettes({ footage }: Bundle): readonly Palette[] {
  const [found, setFound] = useState<ReadonlyMap<string, readonly string[]>>(new Map());
  const seen = footage.filter(({ type }) => type !== 'sound');
  const key = seen.map(({ media }) => media.hash).join(' ');
  useEffect(() => {
    let gone = false;
    for (const source of seen) {
      work.findPalette(source).then(
        (colours) => {
          if (!gone) setFound((before) => new Map(before).set(source.id, colours));
        },
        () => undefined,
      );
    }
    return () => {
      gone = true;
    };
    // The key tells which footage there is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return seen.flatMap(({ id, name }) => {
    const colours = found.get(id);
    return colours ? [{ name, colours }] : [];
  });
}
