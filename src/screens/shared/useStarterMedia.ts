import { useMemo } from 'react';
import type { StarterMedia } from '@/core/starters';
import { selectFootage } from '@/store/selectors';
import { useAppSelector } from '@/store/store';

/** The newest picture and clip, for the starters that show one. */
export function useStarterMedia(): StarterMedia {
  const footage = useAppSelector(selectFootage);
  return useMemo(() => {
    const newest = (type: 'still' | 'video') => footage.find((entry) => entry.type === type);
    return { still: newest('still') ?? null, video: newest('video') ?? null };
  }, [footage]);
}
