import type { Receiver } from '../types';

export const liveMixer: Receiver = {
  id: 'live-mixer',
  label: 'Live mixer',
  does: 'Plays clear files live and keeps them no larger than 1280 × 720. Places and resizes them.',
  reads: { video: ['vp9', 'h264'], 'animated picture': ['webp', 'png', 'gif'], still: ['png'] },
  laying: { kind: 'alpha' },
  places: true,
  tracks: 'many',
  largest: { width: 1280, height: 720 },
};
