/** Addresses of the app's screens; whatever else is asked for is not there. */
export const PAGES =
  /^\/(new|settings|footage\/[^/]+|landing\/[^/]+(\/send)?|overlay\/[^/]+\/(make|check|send|land|draw\/[^/]+))?$/;

/** Where other apps of a device hand files over; they are kept in a cache until the page takes them. */
export const HANDED_OVER = '/handed-over';

/** Caches of the service worker that the page reads as well. */
export const CACHES = { onceUsed: 'once-used', handedOver: 'handed-over' } as const;
