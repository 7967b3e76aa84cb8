import 'fake-indexeddb/auto';

/** The made-up page has no answer to media queries; "no" is the plain one. */
Object.defineProperty(window, 'matchMedia', {
  value: (media: string) => ({
    matches: false,
    media,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    addListener: () => undefined,
    removeListener: () => undefined,
  }),
});

globalThis.structuredClone ??= ((value: unknown) =>
  JSON.parse(JSON.stringify(value))) as typeof structuredClone;

/** The made-up page has no sizes, so nothing is ever out of sight. */
Element.prototype.scrollIntoView = () => undefined;
