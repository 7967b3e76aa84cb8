import { useState } from 'react';
import { nestedIn } from '@/core/document';
import { selectLandings } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { useBundle } from './useBundle';

/** The landings an overlay is in, and the one it is judged in. */
export function useAround(overlay: string) {
  const landings = useAppSelector(selectLandings);
  const [chosen, setChosen] = useState<string | null>(null);
  const around = landings.filter((landing) => nestedIn(landing).includes(overlay));
  const landing = around.find(({ id }) => id === chosen) ?? around[0];
  return { around, landing, bundle: useBundle(landing?.id ?? ''), choose: setChosen };
}
