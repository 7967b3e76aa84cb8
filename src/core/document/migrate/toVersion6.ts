import type { Loose } from './loose';

/** Version 6: footage knows where it belongs when it was cropped. */
export const toVersion6 = (document: Loose): Loose => ({
  ...document,
  version: 6,
  ...(document.kind === 'footage' ? { cut: null } : {}),
});
