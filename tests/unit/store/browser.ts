import { IDBFactory } from 'fake-indexeddb';

/** What browsers have besides IndexedDB to keep texts in, in memory: to be imported before what uses it. */
export const bucket = new IDBFactory();

const absolute = (address: string): string => new URL(address, window.location.origin).href;

/** As much of a cache as is used. */
class TextCache {
  private readonly texts = new Map<string, string>();

  async match(address: string) {
    const text = this.texts.get(absolute(address));
    return text === undefined ? undefined : { text: async () => text };
  }

  async put(address: string, { body }: { body: string }) {
    this.texts.set(absolute(address), body);
  }

  async delete(address: string) {
    return this.texts.delete(absolute(address));
  }

  async keys() {
    return [...this.texts.keys()].map((url) => ({ url }));
  }

  async clear() {
    this.texts.clear();
  }
}

const kept = new Map<string, TextCache>();

export function cacheNamed(name: string): TextCache {
  if (!kept.has(name)) kept.set(name, new TextCache());
  return kept.get(name)!;
}

const caches = { open: async (name: string) => cacheNamed(name) };

/** The text alone is of interest. */
class Response {
  constructor(readonly body: string) {}
}

Object.assign(globalThis, { caches, Response });
Object.assign(navigator, { storageBuckets: { open: async () => ({ indexedDB: bucket }) } });
