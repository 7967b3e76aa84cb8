/** Addresses of the app's screens; whatever else is asked for is not there. */
export const PAGES =
  /^\/(new|settings|footage\/[^/]+|landing\/[^/]+(\/send)?|overlay\/[^/]+\/(make|check|send|land|draw\/[^/]+))?$/;
