import { useMemo } from 'react';
import { nestedIn, type Bundle, type Overlay } from '@/core/document';
import {
  makeSelectBundleOf,
  selectFootage,
  selectFootageById,
  selectLandings,
} from '@/store/selectors';
import { trialGround } from '@/store/sending';
import { useAppSelector } from '@/store/store';
import { useBundle } from './useBundle';

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
  const footage = useAppSelector((state) => selectFootageById(state, ground ?? ''));
  const landing = useBundle(ground ?? '');
  const trial = useMemo(() => (footage ? trialGround(overlay, footage) : null), [footage, overlay]);
  const select = useMemo(() => makeSelectBundleOf(), []);
  const onFootage = useAppSelector((state) => select(state, trial));
  return onFootage ?? landing;
}
