import { MoonError } from '@/core/errors';
import { CACHES } from '@/core/site';
import { isHeldOpen } from './leaving';
import { noticed, updateFound } from './session';
import type { AppThunk } from './store';

/** Milliseconds until what is kept for later may be fetched: the first screen comes before it. */
const SETTLED = 3000;

/** Has the app work without a network from the next visit on, and looks out for newer versions. */
export const startOffline = (): AppThunk<Promise<void>> => async (dispatch) => {
  await new Promise((resolve) => setTimeout(resolve, SETTLED));
  const registration = await navigator.serviceWorker
    ?.register('/service-worker.js')
    .catch(() => undefined);
  if (!registration) return;
  const found = () => {
    // The first worker replaces nothing.
    if (registration.waiting && navigator.serviceWorker.controller) dispatch(updateFound(true));
  };
  found();
  registration.addEventListener('updatefound', () => {
    registration.installing?.addEventListener('statechange', found);
  });
};

/** Loads the newer version, unless something is unsaved or under way. */
export const takeUpdate = (): AppThunk<Promise<void>> => async (dispatch) => {
  if (isHeldOpen()) {
    dispatch(
      noticed('Something is not saved yet or still being made. Take the newer version after that.'),
    );
    return;
  }
  const registration = await navigator.serviceWorker.getRegistration();
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload());
  registration?.waiting?.postMessage('take over');
};

/** A part of the app that is fetched when it is used. */
interface Part {
  readonly url: string;
  readonly bytes: number;
}

/** Bytes of the fonts and samples that are fetched when they are used, and of those that are here. */
export interface KeptParts {
  readonly bytes: number;
  readonly kept: number;
}

/** @throws where the app was not built to work without a network, or the browser keeps nothing */
export async function keptParts(): Promise<KeptParts> {
  const parts = await allParts();
  const cache = await caches.open(CACHES.onceUsed);
  const here = await Promise.all(parts.map(({ url }) => cache.match(url)));
  return { bytes: sum(parts), kept: sum(parts.filter((_, i) => here[i])) };
}

/** Fetches all of them now. @throws MoonError 'app-file-away' */
export async function keepAllParts(progress: (kept: KeptParts) => void): Promise<void> {
  const parts = await allParts();
  const cache = await caches.open(CACHES.onceUsed);
  const bytes = sum(parts);
  let kept = 0;
  for (const { url, bytes: own } of parts) {
    if (!(await cache.match(url))) {
      await cache.add(url).catch(() => {
        throw new MoonError(
          'app-file-away',
          'Not all of it could be fetched. Connect to the network and try once more.',
        );
      });
    }
    progress({ bytes, kept: (kept += own) });
  }
}

const allParts = async (): Promise<readonly Part[]> =>
  (await (await fetch('/once-used.json')).json()) as readonly Part[];

const sum = (parts: readonly Part[]): number => parts.reduce((all, { bytes }) => all + bytes, 0);
