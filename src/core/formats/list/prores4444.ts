import type { Format } from '../types';

export const prores4444: Format = {
  id: 'prores4444',
  label: 'ProRes 4444',
  extension: 'mov',
  mime: 'video/quicktime',
  alpha: true,
  maker: 'server',
  moving: true,
  sounds: true,
  evenSize: false,
  goodFor: 'Soft edges kept, edits well, large. For editors that read clear video.',
  goodForClip: 'Edits well, large. For editors that go on with the clip.',
};
