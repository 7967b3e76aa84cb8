import { format } from '../types';

export const prores422 = format({
  id: 'prores422',
  medium: 'video',
  codec: 'prores',
  label: 'ProRes 422 HQ',
  extension: 'mov',
  mime: 'video/quicktime',
  alpha: false,
  sounds: true,
  evenSize: false,
  goodFor: 'Edits well, large. For editors that remove a key colour.',
  goodForClip: 'Edits well, large. For editors that go on with the clip.',
});
