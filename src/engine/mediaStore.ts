import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { MoonError } from '@/core/errors';

/** Media files in IndexedDB, through AsyncStorage: strings of base64 under the content's hash. */
const storage = createAsyncStorage('moonpatch-media');

/** Bytes a chunk holds; a multiple of 3, so that base64 needs no padding inside. */
const CHUNK = 768 * 1024;

const headKey = (hash: string) => `${hash}/head`;
const chunkKey = (hash: string, index: number) => `${hash}/${index}`;

/** SHA-256 in lower-case hexadecimal. */
export async function hashOf(bytes: Uint8Array): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>);
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/**
 * Keeps bytes under their hash; the head is written last, so a write that fails leaves nothing that
 * looks whole.
 * @throws MoonError 'storage-full'
 */
export async function keepMedia(hash: string, bytes: Uint8Array): Promise<void> {
  // A sweep under way would take the new chunks for leftovers.
  await sweeping;
  if ((await storage.getItem(headKey(hash))) !== null) return;
  const chunks = Math.ceil(bytes.length / CHUNK);
  try {
    for (let i = 0; i < chunks; i++) {
      const chunk = bytes.subarray(i * CHUNK, (i + 1) * CHUNK);
      await storage.setItem(chunkKey(hash, i), toBase64(chunk));
    }
    await storage.setItem(headKey(hash), String(bytes.length));
  } catch {
    await dropMedia(hash).catch(() => undefined);
    throw new MoonError(
      'storage-full',
      'The browser has no room left for this file. Delete footage you no longer need, or free disk space, then bring it in again.',
    );
  }
}

/** Reads part of a kept file. @throws MoonError 'media-missing' */
export async function readMedia(hash: string, start: number, end: number): Promise<Uint8Array> {
  const out = new Uint8Array(end - start);
  for (let i = Math.floor(start / CHUNK); i * CHUNK < end; i++) {
    const chunk = fromBase64(await chunkAt(hash, i));
    const from = Math.max(start, i * CHUNK);
    const part = chunk.subarray(from - i * CHUNK, end - i * CHUNK);
    out.set(part, from - start);
  }
  return out;
}

async function chunkAt(hash: string, index: number): Promise<string> {
  const chunk = await storage.getItem(chunkKey(hash, index));
  if (chunk === null) {
    throw new MoonError(
      'media-missing',
      'A media file is no longer in this browser. Open its footage in the kit and put the file in its place again.',
    );
  }
  return chunk;
}

export async function dropMedia(hash: string): Promise<void> {
  const keys = (await storage.getAllKeys()).filter((key) => key.startsWith(`${hash}/`));
  await storage.removeMany(keys);
}

let sweeping: Promise<void> = Promise.resolve();

/** Drops every kept file whose hash is not in `used`; run at the start, when nothing can be undone. */
export function sweepMedia(used: readonly string[]): Promise<void> {
  sweeping = sweep(new Set(used)).catch(() => undefined);
  return sweeping;
}

async function sweep(used: ReadonlySet<string>): Promise<void> {
  const kept = new Set((await storage.getAllKeys()).map((key) => key.split('/')[0]));
  for (const hash of kept) if (!used.has(hash)) await dropMedia(hash);
}

function toBase64(bytes: Uint8Array): string {
  let binary = '';
  for (let i = 0; i < bytes.length; i += 32_768) {
    binary += String.fromCharCode(...bytes.subarray(i, i + 32_768));
  }
  return btoa(binary);
}

function fromBase64(text: string): Uint8Array {
  const binary = atob(text);
  const bytes = new Uint8Array(binary.length);
  for (let i = 0; i < binary.length; i++) bytes[i] = binary.charCodeAt(i);
  return bytes;
}
