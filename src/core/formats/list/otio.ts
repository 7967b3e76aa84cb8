import type { Format } from '../types';

export const otio: Format = {
  id: 'otio',
  label: 'OpenTimelineIO',
  extension: 'zip',
  mime: 'application/zip',
  alpha: false,
  maker: 'browser',
  moving: true,
  timeline: true,
  evenSize: false,
  goodFor:
    'A timeline with its media, for editors that read this open format. Overlays go as clear clips.',
};
