import type { Receiver } from '../types';

export const clearVideo: Receiver = {
  id: 'clear-video',
  label: 'Reads clear video',
  does: 'Uses the file’s transparency as it is. Places and resizes it.',
  reads: {
    video: ['prores', 'vp9', 'png', 'h264'],
    'animated picture': ['png', 'webp', 'gif'],
    'numbered pictures': ['png'],
    still: ['png'],
  },
  laying: { kind: 'alpha' },
  places: true,
  tracks: 'many',
  largest: null,
};
