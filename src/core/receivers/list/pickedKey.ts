import type { Receiver } from '../types';

export const pickedKey: Receiver = {
  id: 'picked-key',
  label: 'Removes any one colour',
  does: 'Takes out a colour that is picked in the file, with a tolerance. The file fills the frame, alone over the footage.',
  reads: { video: ['h264', 'vp9'], 'animated picture': ['gif'], still: ['png'] },
  laying: { kind: 'picked key', tolerances: [0.15, 0.3, 0.45, 0.6], softness: 0.2 },
  places: false,
  tracks: 'one',
  largest: null,
};
