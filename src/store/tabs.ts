const LOCK = 'moonpatch-kit';
const CHANNEL = 'moonpatch-kit';

/** What a tab tells the others after saving: which entry, or null for the kit as a whole. */
export interface Saved {
  readonly id: string | null;
}

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);

export const tellTabs = (saved: Saved): void => channel?.postMessage(saved);

export const onTabs = (listen: (saved: Saved) => void): void =>
  channel?.addEventListener('message', ({ data }: MessageEvent<Saved>) => listen(data));

/** Resolves to whether this tab is the one that writes; `onLater` is called if it becomes so. */
export function takeLock(onLater: () => void): Promise<boolean> {
  if (!('locks' in navigator)) return Promise.resolve(true);
  const forever = new Promise<never>(() => undefined);
  return new Promise((resolve) => {
    void navigator.locks.request(LOCK, { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      if (lock) return forever;
      void navigator.locks.request(LOCK, () => {
        onLater();
        return forever;
      });
      return undefined;
    });
  });
}
