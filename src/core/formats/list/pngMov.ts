import type { Format } from '../types';

export const pngMov: Format = {
  id: 'png-mov',
  label: 'PNG in MOV',
  extension: 'mov',
  mime: 'video/quicktime',
  alpha: true,
  maker: 'browser',
  moving: true,
  evenSize: false,
  goodFor: 'Nothing lost, large. For editors that read clear video, where ProRes cannot be made.',
};
