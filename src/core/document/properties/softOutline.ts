import { between, limitsOf } from '../fields';
import { property } from './types';

const width = between(0, 10_000);

/** Layer pixels over which a shape fades out inwards from its outline, whatever that is. */
export const softOutline = property({
  name: 'softOutline',
  kinds: ['shape'],
  part: 'edges',
  schema: width,
  first: () => 0,
  split: 'whole',
  plain: 0,
  hardened: () => 0,
  channels: [
    {
      name: 'softOutline',
      label: 'Soft outline',
      ...limitsOf(width),
      read: (value) => value,
      write: (_value, number) => number,
    },
  ],
});
