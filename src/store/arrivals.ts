import { CACHES } from '@/core/site';
import { saveChanges } from './saving';
import { store } from './store';

interface LaunchQueue {
  setConsumer(
    consumer: (launch: { readonly files: readonly FileSystemFileHandle[] }) => void,
  ): void;
}

/** Tells of files that the app was opened with, now and while it is open. */
export function onOpenedWith(bring: (files: readonly File[]) => void): void {
  const { launchQueue } = window as { launchQueue?: LaunchQueue };
  launchQueue?.setConsumer(({ files }) => {
    void Promise.all(files.map((handle) => handle.getFile())).then(bring);
  });
}

/**
 * Files that another app of the device handed over. They are forgotten once they are saved with the kit: a page that
 * is closed before finds them again.
 */
export async function takeHandedOver(
  bring: (files: readonly File[]) => Promise<void>,
): Promise<void> {
  // A browser that keeps nothing has no service worker that could have been handed anything.
  if (!(await window.caches?.has(CACHES.handedOver).catch(() => false))) return;
  const cache = await caches.open(CACHES.handedOver);
  const requests = await cache.keys();
  const files = await Promise.all(
    requests.map(async (request) => {
      const blob = await (await cache.match(request))!.blob();
      const name = decodeURIComponent(request.url.slice(request.url.lastIndexOf('/') + 1));
      return new File([blob], name, { type: blob.type });
    }),
  );
  if (files.length === 0) return;
  await bring(files);
  await saveChanges();
  if (store.getState().session.unsaved !== null) return;
  // More may have been handed over meanwhile.
  await Promise.all(requests.map((request) => cache.delete(request)));
}
