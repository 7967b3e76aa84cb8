import { byKind, colour, type ValueOf } from './fields';

/** What lies under all layers. */
export const backdrop = byKind({ clear: {}, key: { colour: colour() } });
export type Backdrop = ValueOf<typeof backdrop>;
