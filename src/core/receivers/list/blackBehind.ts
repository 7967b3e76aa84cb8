import type { Receiver } from '../types';

export const blackBehind: Receiver = {
  id: 'black-behind',
  label: 'Ignores transparency',
  does: 'Shows black where the file is clear, and has no way to remove it. Places and resizes it.',
  reads: { video: ['h264', 'prores', 'vp9', 'png'], still: ['png'] },
  laying: { kind: 'solid' },
  places: true,
  tracks: 'many',
  largest: null,
};
