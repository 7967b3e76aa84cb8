/** Addresses of the app's screens; whatever else is asked for is not there. */
export const PAGES =
  /^\/(new|settings|footage\/[^/]+|landing\/[^/]+(\/send)?|overlay\/[^/]+\/(make|check|send|land|draw\/[^/]+))?$/;

/** Where other apps of a device hand files over; they are kept in a cache until the page takes them. */
export const HANDED_OVER = '/handed-over';

/** Caches of the page's own: what the service worker keeps for it, and what mirrors the records. */
export const CACHES = {
  onceUsed: 'once-used',
  handedOver: 'handed-over',
  records: 'records',
} as const;
