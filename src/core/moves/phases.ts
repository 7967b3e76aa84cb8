/** The three parts of a layer's time on show. */
export const PHASES = ['arrive', 'stay', 'leave'] as const;
export type Phase = (typeof PHASES)[number];

/** What a move is staggered over: the whole layer at once, or its parts one after the other. */
export const STAGGER_UNITS = ['whole', 'letters', 'words', 'lines'] as const;
export type StaggerUnit = (typeof STAGGER_UNITS)[number];

export const STAGGER_ORDERS = ['forward', 'backward', 'centre', 'edges', 'shuffled'] as const;
export type StaggerOrder = (typeof STAGGER_ORDERS)[number];
