import type { Receiver } from '../types';

export const fixedKey: Receiver = {
  id: 'fixed-key',
  label: 'Removes green or blue',
  does: 'Takes out one green or one blue, always as strongly. The file fills the frame, alone over the footage.',
  reads: { video: ['h264', 'vp9'], 'animated picture': ['gif'], still: ['png'] },
  laying: {
    kind: 'fixed key',
    colours: [
      [0, 255, 0],
      [0, 0, 255],
    ],
    tolerance: 0.45,
    softness: 0.2,
  },
  places: false,
  tracks: 'one',
  largest: null,
};
