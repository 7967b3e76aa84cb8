import { useMemo } from 'react';
import { nestedIn, type Bundle, type Overlay } from '@/core/document';
import { selectFootage, selectLandings } from '@/store/selectors';
import { groundOf, trialGround } from '@/store/sending';
import { useAppDispatch, useAppSelector } from '@/store/store';

export interface Ground {
  readonly value: string;
  readonly label: string;
}

/** What an overlay can be judged on: the landings it is on, and all footage that is seen. */
export function useGrounds(overlay: Overlay): {
  readonly landings: readonly Ground[];
  readonly footage: readonly Ground[];
} {
  const landings = useAppSelector(selectLandings);
  const footage = useAppSelector(selectFootage);
  const named = ({ id, name }: { readonly id: string; readonly name: string }) => ({
    value: id,
    label: name,
  });
  return {
    landings: landings.filter((landing) => nestedIn(landing).includes(overlay.id)).map(named),
    footage: footage.filter(({ type }) => type !== 'sound').map(named),
  };
}

/** A landing with an overlay on it: one of the kit, or one of footage alone; null for no ground. */
export function useGroundBundle(overlay: Overlay, ground: string | null): Bundle | null {
  const dispatch = useAppDispatch();
  const kit = useAppSelector((state) => state.kit);
  return useMemo(() => {
    if (ground === null) return null;
    const footage = kit.footage[ground];
    return footage ? dispatch(trialGround(overlay, footage)) : dispatch(groundOf(ground));
  }, [dispatch, ground, kit, overlay]);
}
