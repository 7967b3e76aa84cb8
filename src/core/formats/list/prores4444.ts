import { format } from '../types';

export const prores4444 = format({
  id: 'prores4444',
  medium: 'video',
  codec: 'prores',
  label: 'ProRes 4444',
  extension: 'mov',
  mime: 'video/quicktime',
  alpha: true,
  evenSize: false,
  goodFor: 'Soft edges kept, edits well, large. For editors that read clear video.',
});
