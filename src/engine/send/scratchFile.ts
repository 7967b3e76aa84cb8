import { MoonError } from '@/core/errors';

/** Files being written live in the browser's private file system, so that memory stays flat. */
const FOLDER = 'sending';

/** What is written: bytes after the last ones, or at a place. */
export type ScratchChunk =
  | Uint8Array<ArrayBuffer>
  | { readonly type: 'write'; readonly position: number; readonly data: Uint8Array<ArrayBuffer> };

/** A stream that can be written to without a writer of one's own. */
export type ScratchWritable = WritableStream<ScratchChunk> & {
  readonly write: (chunk: ScratchChunk) => Promise<void>;
};

export interface ScratchFile {
  readonly writable: ScratchWritable;
  /** What was written; it lies there until it is let go of. */
  readonly file: () => Promise<Blob>;
  readonly remove: () => Promise<void>;
  /** Gives up what is being written; nothing is left of it. */
  readonly discard: () => Promise<void>;
}

/** Where this browser can write a file piece by piece. */
export type ScratchPlace = 'disk' | 'disk, by access handle' | 'memory';

export function scratchPlace(): ScratchPlace {
  if (typeof navigator.storage?.getDirectory !== 'function') return 'memory';
  const { prototype } = FileSystemFileHandle;
  // Once a handle had been used, Chromium 156 threw all media away when its disk was full.
  if ('createWritable' in prototype) return 'disk';
  return 'createSyncAccessHandle' in prototype ? 'disk, by access handle' : 'memory';
}

/** Where files lie that were given out, so that whoever shows one can let go of it. */
const places = new WeakMap<Blob, ScratchFile>();

/** @throws MoonError 'storage-full' where a browser that keeps it in memory has no more of it */
export async function openScratchFile(): Promise<ScratchFile> {
  const scratch = scratchPlace() === 'memory' ? inMemory(MOST_IN_MEMORY) : await onDisk();
  const file = async () => {
    const written = await scratch.file();
    places.set(written, scratch);
    return written;
  };
  return { ...scratch, file };
}

/** Removes a file that was written here and is shown no longer; another file is let be. */
export async function letGo(file: Blob): Promise<void> {
  await places.get(file)?.remove();
  places.delete(file);
}

/** Removes what earlier visits left; nothing of this visit may be under way. */
export async function clearScratchFiles(): Promise<void> {
  if (scratchPlace() === 'memory') return;
  const root = await navigator.storage.getDirectory();
  await root.removeEntry(FOLDER, { recursive: true }).catch(() => undefined);
}

async function onDisk(): Promise<ScratchFile> {
  const name = `${crypto.randomUUID()}.part`;
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle(FOLDER, { create: true });
  const handle = await folder.getFileHandle(name, { create: true });
  const writable =
    scratchPlace() === 'disk'
      ? ((await handle.createWritable()) as unknown as ScratchWritable)
      : streamOf(sinkOf(await handle.createSyncAccessHandle()));
  const remove = () => folder.removeEntry(name).catch(() => undefined);
  const discard = async () => {
    await writable.abort().catch(() => undefined);
    await remove();
  };
  return { writable, file: () => handle.getFile(), remove, discard };
}

/** What takes bytes at a place of a file. */
interface Sink {
  readonly put: (data: Uint8Array<ArrayBuffer>, position: number) => void;
  readonly end: () => void;
}

const sinkOf = (handle: FileSystemSyncAccessHandle): Sink => ({
  put: (data, position) => {
    if (handle.write(data, { at: position }) < data.length) throw noRoom();
  },
  end: () => handle.close(),
});

/** As browsers say it themselves, where they do. */
const noRoom = (): DOMException => new DOMException('There is no room.', 'QuotaExceededError');

function streamOf({ put, end }: Sink): ScratchWritable {
  let at = 0;
  const take = (chunk: ScratchChunk) => {
    const { position, data } = 'position' in chunk ? chunk : { position: at, data: chunk };
    put(data, position);
    at = position + data.length;
  };
  const stream = new WritableStream<ScratchChunk>({ write: take, close: end, abort: end });
  const write = async (chunk: ScratchChunk) => {
    const writer = stream.getWriter();
    try {
      await writer.write(chunk);
    } finally {
      writer.releaseLock();
    }
  };
  const close = async () => {
    const writer = stream.getWriter();
    await writer.close();
  };
  return Object.assign(stream, { write, close });
}

/** Bytes of a file that is kept in memory at most. */
const MOST_IN_MEMORY = 512 * 1024 * 1024;
const FIRST_ROOM = 1024 * 1024;

/** @param most bytes it may hold */
export function inMemory(most: number): ScratchFile {
  let room = new Uint8Array(FIRST_ROOM);
  let length = 0;
  const put = (data: Uint8Array<ArrayBuffer>, position: number) => {
    const end = position + data.length;
    if (end > most) {
      throw new MoonError(
        'storage-full',
        `This browser cannot write files to its disk, and keeps no more than ${Math.round(most / 1e6)} MB in memory. Send it shorter or smaller, or use another browser.`,
      );
    }
    if (end > room.length) {
      const larger = new Uint8Array(Math.min(most, Math.max(end, 2 * room.length)));
      larger.set(room.subarray(0, length));
      room = larger;
    }
    room.set(data, position);
    length = Math.max(length, end);
  };
  const writable = streamOf({ put, end: () => undefined });
  const remove = async () => {
    room = new Uint8Array(0);
    length = 0;
  };
  const file = async () => new Blob([room.subarray(0, length)]);
  return { writable, file, remove, discard: remove };
}
