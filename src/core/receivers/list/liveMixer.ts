import type { Receiver } from '../types';

export const liveMixer: Receiver = {
  id: 'live-mixer',
  label: 'Live mixer',
  does: 'Plays clear files live and keeps them no larger than 1280 × 720. Places and resizes them.',
  reads: ['vp9', 'webp', 'apng', 'gif', 'png', 'h264'],
  laying: { kind: 'alpha' },
  places: true,
  tracks: 'many',
  largest: { width: 1280, height: 720 },
};
