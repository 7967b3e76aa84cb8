import { badge } from './badge';
import { callOut } from './callOut';
import { cornerMark } from './cornerMark';
import { counter } from './counter';
import { droppedPicture } from './droppedPicture';
import { endCard } from './endCard';
import { growingFrame } from './growingFrame';
import { letterWindow } from './letterWindow';
import { lowerThird } from './lowerThird';
import { spelledName } from './spelledName';
import { splitTitle } from './splitTitle';
import type { Starter } from './types';
import { watermark } from './watermark';

export type { Starter, StarterMedia } from './types';

/** Overlays to begin from, in the order they are offered; a new one is one file and one entry here. */
export const STARTERS: readonly Starter[] = [
  lowerThird,
  callOut,
  badge,
  cornerMark,
  splitTitle,
  spelledName,
  letterWindow,
  droppedPicture,
  growingFrame,
  endCard,
  counter,
  watermark,
];
