import type { Format } from '../types';

export const apng: Format = {
  id: 'apng',
  label: 'APNG',
  extension: 'apng',
  mime: 'image/apng',
  alpha: true,
  maker: 'browser',
  moving: true,
  loops: true,
  evenSize: false,
  goodFor: 'Nothing lost, plays like a picture, large. For web pages and streaming.',
};
