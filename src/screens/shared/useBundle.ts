import { useMemo } from 'react';
import type { Bundle } from '@/core/document';
import { makeSelectBundle } from '@/store/selectors';
import { useAppSelector } from '@/store/store';

/** A document with all it uses, or null when it is not in the kit. */
export function useBundle(id: string): Bundle | null {
  const select = useMemo(() => makeSelectBundle(), []);
  return useAppSelector((state) => select(state, id));
}
