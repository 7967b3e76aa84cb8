import { useCallback } from 'react';
import { sameBundle, type Bundle, type Footage } from '@/core/document';
import { work } from '@/store/work';
import { useInSight } from '@/ui/sight';
import { usePictures } from './usePictures';

/** Shares of the length that a card plays through; the first shown is the middle. */
const SHARES = [0.5, 0.62, 0.75, 0.88, 0.02, 0.12, 0.25, 0.38] as const;
const STILL = SHARES.slice(0, 1);

/** What a card out of sight shows; its pictures are let go. */
const nothing = async (): Promise<readonly Blob[]> => [];

/** Pictures of a document: one, or a handful once the card is played; none while it is out of sight. */
export function useDocumentThumbnails(bundle: Bundle | null, playing: boolean) {
  const inSight = useInSight();
  const make = useCallback(
    async (signal: AbortSignal) => {
      if (!bundle) return [];
      const { length } = bundle.document;
      const made = (shares: readonly number[]) => {
        const frames = shares.map((share) => Math.floor(share * length));
        return work.documentThumbnails(bundle, frames, signal);
      };
      return playing ? made(SHARES) : stillOf(bundle, () => made(STILL));
    },
    [bundle, playing],
  );
  return usePictures(inSight ? make : nothing);
}

/** The picture of each document, as it was made last. */
const stills = new WeakMap<Bundle['document'], { bundle: Bundle; pictures: readonly Blob[] }>();

/** What was made of the same document with the same parts is not made anew. */
async function stillOf(
  bundle: Bundle,
  make: () => Promise<readonly Blob[]>,
): Promise<readonly Blob[]> {
  const known = stills.get(bundle.document);
  if (known && sameBundle(known.bundle, bundle)) return known.pictures;
  const pictures = await make();
  stills.set(bundle.document, { bundle, pictures });
  return pictures;
}

const footageStills = new WeakMap<Footage['media'], readonly Blob[]>();

export function useFootageThumbnails(footage: Footage, playing: boolean) {
  const inSight = useInSight();
  const { id, media, type } = footage;
  const make = useCallback(
    async (signal: AbortSignal) => {
      if (playing && type === 'video') return work.footageThumbnails(footage, SHARES, signal);
      const known = footageStills.get(media);
      const pictures = known ?? (await work.footageThumbnails(footage, STILL, signal));
      footageStills.set(media, pictures);
      return pictures;
    },
    // The name may change without the pictures changing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [id, media.hash, type, playing],
  );
  return usePictures(inSight ? make : nothing);
}
