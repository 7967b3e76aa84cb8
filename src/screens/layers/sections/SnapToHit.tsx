import { nearestFrame } from '@/core/sound/landingHits';
import { Action } from '@/ui/Action';
import { useHits } from '../sounds';

interface SnapToHitProps {
  readonly label: string;
  readonly frame: number;
  readonly onSnap: (frame: number) => void;
}

/** Moves a time to the nearest hit in the landing's sounds; not there where there are none. */
export function SnapToHit({ label, frame, onSnap }: SnapToHitProps) {
  const hit = nearestFrame(useHits(), frame);
  if (hit === null) return null;
  return (
    <Action label={label} icon="magnet" disabled={hit === frame} onPress={() => onSnap(hit)} />
  );
}
