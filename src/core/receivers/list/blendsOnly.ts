import type { Receiver } from '../types';

export const blendsOnly: Receiver = {
  id: 'blends-only',
  label: 'Blends only',
  does: 'Screens the file over the footage, which loses black, or multiplies it, which loses white; one file at a time.',
  reads: { video: ['h264', 'vp9'], 'animated picture': ['gif'], still: ['png'] },
  laying: { kind: 'blend', modes: ['screen', 'multiply'] },
  places: true,
  tracks: 'one',
  largest: null,
};
