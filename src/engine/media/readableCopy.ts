import type { Footage, Resource } from '@/core/document';
import { importMedia } from './importMedia';
import { stopIfAborted, unwatched, type Progress } from '../progress';
import { askServer, dropWork } from '../server';

/** Milliseconds between two looks at how far the server is. */
const LOOK_AGAIN = 400;

interface CopyProgress {
  readonly share: number;
  readonly made: boolean;
}

/**
 * Brings in a copy, made by the app's own server, of a file that this browser cannot read.
 * @param progress told in hundredths
 * @throws MoonError 'stopped' | 'server-away' | 'encode-failed', or what `importMedia` throws
 */
export async function importCopy(
  file: File,
  stamp: { id: string; created: number },
  progress: Progress,
  signal: AbortSignal,
): Promise<Footage | Resource> {
  try {
    const copy = await copyOf(file, progress, signal);
    return await importMedia(copy, stamp, unwatched);
  } catch (error) {
    stopIfAborted(signal);
    throw error;
  }
}

async function copyOf(file: File, progress: Progress, signal: AbortSignal): Promise<File> {
  const taken = await askServer('/api/proxies', { method: 'POST', body: file, signal });
  const { id } = (await taken.json()) as { id: string };
  const path = `/api/proxies/${id}`;
  try {
    for (;;) {
      const answer = await askServer(path, { signal });
      const { share, made } = (await answer.json()) as CopyProgress;
      progress(Math.round(share * 100), 100);
      if (made) break;
      await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN));
    }
    const copy = await askServer(`${path}/file`, { signal });
    return new File([await copy.blob()], file.name);
  } finally {
    await dropWork(path);
  }
}
