/** Files being written live in the browser's private file system, so that memory stays flat. */
const FOLDER = 'sending';

export interface ScratchFile {
  readonly writable: FileSystemWritableFileStream;
  readonly file: () => Promise<File>;
  readonly remove: () => Promise<void>;
  /** Gives up what is being written; nothing is left of it. */
  readonly discard: () => Promise<void>;
}

/** One file by itself, the zip that such files go into, or a kit file. */
export type ScratchUse = 'file' | 'zip' | 'kit';

/** This worker's newest of each; the one before it is of no use once another is begun. */
const newest = new Map<ScratchUse, ScratchFile>();

export async function openScratchFile(use: ScratchUse = 'file'): Promise<ScratchFile> {
  await newest.get(use)?.remove();
  const name = `${crypto.randomUUID()}.part`;
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle(FOLDER, { create: true });
  const handle = await folder.getFileHandle(name, { create: true });
  const writable = await handle.createWritable();
  const remove = () => folder.removeEntry(name).catch(() => undefined);
  const discard = async () => {
    await writable.abort().catch(() => undefined);
    await remove();
  };
  const scratch = { writable, file: () => handle.getFile(), remove, discard };
  newest.set(use, scratch);
  return scratch;
}

/** Removes what earlier visits left; nothing of this visit may be under way. */
export async function clearScratchFiles(): Promise<void> {
  const root = await navigator.storage.getDirectory();
  await root.removeEntry(FOLDER, { recursive: true }).catch(() => undefined);
}
