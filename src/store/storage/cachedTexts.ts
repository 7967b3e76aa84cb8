import type { Place, Texts } from './copy';

/** A text is written anew beside the one that it replaces, under the other of two addresses. */
const SIDES = ['a', 'b'] as const;

const addressOf = (key: string, side: string): string => `/${encodeURIComponent(key)}?${side}`;

const keyAt = (url: string): string => decodeURIComponent(new URL(url).pathname.slice(1));

/** Texts by key in a cache: one file each, without a log that all of them share and could be lost with. */
export class CachedTexts implements Place {
  constructor(private readonly name: string) {}

  private readonly cache = (): Promise<Cache> => caches.open(this.name);

  async getItem(key: string): Promise<string | null> {
    const found = await find(await this.cache(), key);
    return found ? found.answer.text() : null;
  }

  async getMany(keys: readonly string[]): Promise<Readonly<Record<string, string | null>>> {
    const texts = await Promise.all(keys.map((key) => this.getItem(key)));
    return Object.fromEntries(keys.map((key, i) => [key, texts[i]]));
  }

  /** One after the other: what comes later is there only once all before it is. */
  async setMany(texts: Texts): Promise<void> {
    const cache = await this.cache();
    for (const [key, text] of Object.entries(texts)) {
      const before = (await find(cache, key))?.side;
      const side = before === 'a' ? 'b' : 'a';
      await cache.put(addressOf(key, side), new Response(text));
      if (before) await cache.delete(addressOf(key, before));
    }
  }

  async removeMany(keys: readonly string[]): Promise<void> {
    const cache = await this.cache();
    for (const key of keys) {
      for (const side of SIDES) await cache.delete(addressOf(key, side));
    }
  }

  async getAllKeys(): Promise<readonly string[]> {
    // Where a browser keeps no caches, nothing is there.
    const cache = await this.cache().catch(() => null);
    const requests = (await cache?.keys()) ?? [];
    return [...new Set(requests.map(({ url }) => keyAt(url)))];
  }
}

async function find(cache: Cache, key: string) {
  for (const side of SIDES) {
    const answer = await cache.match(addressOf(key, side));
    if (answer) return { side, answer };
  }
  return null;
}
