import type { Loose } from './loose';

/** Version 8: footage knows how often it runs by itself. */
export const toVersion8 = (document: Loose): Loose => ({
  ...document,
  version: 8,
  ...(document.kind === 'footage' ? { plays: null } : {}),
});
