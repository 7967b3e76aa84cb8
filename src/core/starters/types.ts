import type { Footage, Overlay } from '../document/types';

/** The newest picture and clip of the kit; null where there is none, and nothing is shown there. */
export interface StarterMedia {
  readonly still: Footage | null;
  readonly video: Footage | null;
}

/** A ready overlay to begin from. */
export interface Starter {
  readonly name: string;
  readonly label: string;
  readonly make: (stamp: Stamp, media: StarterMedia) => Overlay;
}

export interface Stamp {
  readonly id: string;
  readonly created: number;
}
