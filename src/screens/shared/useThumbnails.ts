import { useCallback } from 'react';
import type { Bundle, Footage } from '@/core/document';
import { work } from '@/store/work';
import { usePictures } from './usePictures';

/** Shares of the length that a card plays through; the first shown is the middle. */
const SHARES = [0.5, 0.62, 0.75, 0.88, 0.02, 0.12, 0.25, 0.38] as const;
const STILL = SHARES.slice(0, 1);

/** Pictures of a document: one, or a handful once the card is played. */
export function useDocumentThumbnails(bundle: Bundle | null, playing: boolean) {
  const make = useCallback(
    async (signal: AbortSignal) => {
      if (!bundle) return [];
      const { length } = bundle.document;
      const frames = (playing ? SHARES : STILL).map((share) => Math.floor(share * length));
      return work.documentThumbnails(bundle, frames, signal);
    },
    [bundle, playing],
  );
  return usePictures(make);
}

export function useFootageThumbnails(footage: Footage, playing: boolean) {
  const { id, media, type } = footage;
  const make = useCallback(
    (signal: AbortSignal) =>
      work.footageThumbnails(footage, playing && type === 'video' ? SHARES : STILL, signal),
    // The name may change without the pictures changing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [id, media.hash, type, playing],
  );
  return usePictures(make);
}
