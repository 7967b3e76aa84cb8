import { format } from '../types';

export const otio = format({
  id: 'otio',
  medium: 'timeline',
  codec: 'none',
  label: 'OpenTimelineIO',
  extension: 'zip',
  mime: 'application/zip',
  alpha: false,
  evenSize: false,
  goodFor:
    'A timeline with its media, for editors that read this open format. Overlays go as clear clips.',
});
