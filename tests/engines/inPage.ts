import { queryAllByRole } from '@testing-library/dom';

/** Blobs by their addresses, so that what a link downloads can be found. */
const kept = new Map<string, Blob>();
const downloads: { name: string; file: Blob }[] = [];
let files: readonly File[] = [];

const nameMatches = (wanted: string) => (name: string) =>
  wanted.endsWith('*') ? name.startsWith(wanted.slice(0, -1)) : name === wanted;

/** @param name the whole accessible name, or its beginning and a star */
const all = (role: string, name?: string): HTMLElement[] =>
  queryAllByRole(document.body, role, name === undefined ? {} : { name: nameMatches(name) });

const bytesOf = (base64: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));

const textOf = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve((reader.result as string).split(',')[1] ?? '');
    reader.onerror = () => reject(reader.error!);
    reader.readAsDataURL(blob);
  });

/** What the page under test is asked for; bundled and put into it after each load. */
const tests = {
  count: (role: string, name?: string): number => all(role, name).length,
  /** Its middle, scrolled into view and come to rest; null while it is not there. */
  middle: async (role: string, name?: string): Promise<{ x: number; y: number } | null> => {
    const element = all(role, name).find((found) => found.getClientRects().length > 0);
    if (!element) return null;
    element.scrollIntoView({ block: 'center', behavior: 'instant' });
    // What appears by itself above moves it for a moment. A hidden page has no animation frames.
    await new Promise((resolve) => setTimeout(resolve, 60));
    const { left, top, width, height } = element.getBoundingClientRect();
    return { x: left + width / 2, y: top + height / 2 };
  },
  text: (role: string, name?: string): string | null => all(role, name)[0]?.textContent ?? null,
  attribute: (role: string, name: string, attribute: string): string | null =>
    all(role, name)[0]?.getAttribute(attribute) ?? null,
  value: (role: string, name: string): string | null =>
    (all(role, name)[0] as HTMLInputElement | undefined)?.value ?? null,
  shown: (text: string): boolean => document.body.innerText.includes(text),
  /** What the next question for files is answered with. */
  choose: (chosen: readonly { name: string; type: string; base64: string }[]): void => {
    files = chosen.map(({ name, type, base64 }) => new File([bytesOf(base64)], name, { type }));
  },
  downloads: (): readonly { name: string; bytes: number }[] =>
    downloads.map(({ name, file }) => ({ name, bytes: file.size })),
  downloaded: (index: number, from: number, to: number): Promise<string> =>
    textOf(downloads[index].file.slice(from, to)),
};

/** Engines differ in how their drivers choose and keep files, so the page does it here. */
function catchFiles(): void {
  const open = HTMLInputElement.prototype.click;
  HTMLInputElement.prototype.click = function () {
    if (this.type !== 'file') return open.call(this);
    Object.defineProperty(this, 'files', { value: files });
    this.dispatchEvent(new Event('change', { bubbles: true }));
  };
  const makeUrl = URL.createObjectURL.bind(URL);
  URL.createObjectURL = (blob: Blob) => {
    const url = makeUrl(blob);
    kept.set(url, blob);
    return url;
  };
  const follow = HTMLAnchorElement.prototype.click;
  HTMLAnchorElement.prototype.click = function () {
    const file = kept.get(this.href);
    if (!this.download || !file) return follow.call(this);
    downloads.push({ name: this.download, file });
  };
}

declare global {
  interface Window {
    engineTests?: typeof tests;
  }
}

export type InPage = typeof tests;

if (!window.engineTests) {
  window.engineTests = tests;
  catchFiles();
}
