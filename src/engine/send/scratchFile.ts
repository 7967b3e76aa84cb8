/** Files being written live in the browser's private file system, so that memory stays flat. */
const FOLDER = 'sending';

export interface ScratchFile {
  readonly writable: FileSystemWritableFileStream;
  readonly file: () => Promise<File>;
  readonly remove: () => Promise<void>;
  /** Gives up what is being written; nothing is left of it. */
  readonly discard: () => Promise<void>;
}

/** This worker's newest file; the one before it is of no use once another is begun. */
let newest: ScratchFile | null = null;

export async function openScratchFile(name: string): Promise<ScratchFile> {
  await newest?.remove();
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle(FOLDER, { create: true });
  const handle = await folder.getFileHandle(name, { create: true });
  const writable = await handle.createWritable();
  const remove = () => folder.removeEntry(name).catch(() => undefined);
  const discard = async () => {
    await writable.abort().catch(() => undefined);
    await remove();
  };
  newest = { writable, file: () => handle.getFile(), remove, discard };
  return newest;
}

/** Removes what earlier visits left; nothing of this visit may be under way. */
export async function clearScratchFiles(): Promise<void> {
  const root = await navigator.storage.getDirectory();
  await root.removeEntry(FOLDER, { recursive: true }).catch(() => undefined);
}
