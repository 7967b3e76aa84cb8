import type { Receiver } from '../types';

export const clearVideo: Receiver = {
  id: 'clear-video',
  label: 'Reads clear video',
  does: 'Uses the file’s transparency as it is. Places and resizes it.',
  reads: ['prores4444', 'vp9', 'png-mov', 'png', 'apng', 'webp', 'png-frames', 'gif', 'h264'],
  laying: { kind: 'alpha' },
  places: true,
  tracks: 'many',
  largest: null,
};
