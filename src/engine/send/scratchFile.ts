/** Files being written live in the browser's private file system, so that memory stays flat. */
const FOLDER = 'sending';

export interface ScratchFile {
  readonly writable: FileSystemWritableFileStream;
  readonly file: () => Promise<File>;
  readonly remove: () => Promise<void>;
}

/** This worker's newest file; the one before it is of no use once another is begun. */
let newest: ScratchFile | null = null;

export async function openScratchFile(name: string): Promise<ScratchFile> {
  await newest?.remove();
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle(FOLDER, { create: true });
  const handle = await folder.getFileHandle(name, { create: true });
  newest = {
    writable: await handle.createWritable(),
    file: () => handle.getFile(),
    remove: () => folder.removeEntry(name).catch(() => undefined),
  };
  return newest;
}

/** Removes what earlier visits left; nothing of this visit may be under way. */
export async function clearScratchFiles(): Promise<void> {
  const root = await navigator.storage.getDirectory();
  await root.removeEntry(FOLDER, { recursive: true }).catch(() => undefined);
}
