import type { Receiver } from '../types';

export const stillsOnly: Receiver = {
  id: 'stills-only',
  label: 'Still pictures only',
  does: 'Shows one clear picture for as long as it is needed; nothing in it moves.',
  reads: { still: ['png'] },
  laying: { kind: 'alpha' },
  places: true,
  tracks: 'many',
  largest: null,
};
