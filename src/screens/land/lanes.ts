import type { Bundle, Landing, LandingItem } from '@/core/document';
import { convertLength, secondsToFrames } from '@/core/time';
import type { Lane } from '@/ui/cueSheet/types';

/** A landing's items as lanes, the topmost first. */
export const landingLanes = (landing: Landing, bundle: Bundle): readonly Lane[] =>
  landing.items.map((item) => laneOf(item, landing, bundle)).reverse();

function laneOf(item: LandingItem, landing: Landing, bundle: Bundle): Lane {
  return {
    id: item.id,
    name: item.name,
    icon: item.source.kind === 'overlay' ? 'layers-outline' : 'movie-open-outline',
    hidden: item.hidden,
    locked: false,
    depth: 0,
    open: null,
    from: item.start,
    to: item.start + lengthOf(item, landing, bundle),
    arrive: 0,
    leave: 0,
    marks: [],
    keys: [],
    trims: false,
  };
}

/** Frames an item is on show; a still lasts to the landing's end. */
function lengthOf({ source, start }: LandingItem, landing: Landing, bundle: Bundle): number {
  if (source.kind === 'overlay') {
    const overlay = bundle.overlays.find((entry) => entry.id === source.overlay);
    return overlay ? convertLength(overlay.length, overlay.rate, landing.rate) : 1;
  }
  const footage = bundle.footage.find((entry) => entry.id === source.footage);
  if (!footage) return 1;
  return footage.type === 'still'
    ? Math.max(1, landing.length - start)
    : secondsToFrames(footage.duration, landing.rate);
}
