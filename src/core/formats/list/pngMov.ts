import { format } from '../types';

export const pngMov = format({
  id: 'png-mov',
  medium: 'video',
  codec: 'png',
  label: 'PNG in MOV',
  extension: 'mov',
  mime: 'video/quicktime',
  alpha: true,
  evenSize: false,
  goodFor: 'Nothing lost, large. For editors that read clear video but not ProRes.',
});
