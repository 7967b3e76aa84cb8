import type { Footage, Kit, Resource } from './types';

export type MediaOwner = Footage | Resource;

/** Everything in a kit that has a media file. */
export const mediaOwners = (kit: Kit): readonly MediaOwner[] => [
  ...kit.footage,
  ...kit.fonts,
  ...kit.luts,
];

/** Content hashes in the text of a document, be it readable or not. */
export const hashesIn = (text: string): readonly string[] => text.match(/\b[0-9a-f]{64}\b/g) ?? [];
