import { MoonError } from '@/core/errors';

/** What the app's own server can do. */
export interface ServerHealth {
  /** Whether it makes copies of files that a browser cannot read. */
  readonly proxies: boolean;
}

/** Null when the server is not there. */
export async function serverHealth(): Promise<ServerHealth | null> {
  try {
    const response = await fetch('/api/health', { cache: 'no-store' });
    return response.ok ? ((await response.json()) as ServerHealth) : null;
  } catch {
    return null;
  }
}

/** The server takes only what a page of another origin cannot send. */
const OWN = { 'x-moon-patch': 'app' };

/** Has the server forget a piece of work; where it is gone there is nothing to forget. */
export async function dropWork(path: string): Promise<void> {
  await fetch(path, { method: 'DELETE', headers: OWN }).catch(() => undefined);
}

/** @throws MoonError 'server-away' | 'encode-failed', or the abort of the request's signal */
export async function askServer(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, { ...init, headers: { ...init.headers, ...OWN } });
  } catch (error) {
    if (init.signal?.aborted) throw error;
    throw serverAway();
  }
  if (response.ok) return response;
  if (response.status === 502 || response.status === 504) throw serverAway();
  const { error } = (await response.json().catch(() => ({}))) as { error?: string };
  throw new MoonError('encode-failed', error ?? `The server answered ${response.status}.`);
}

const serverAway = (): MoonError =>
  new MoonError(
    'server-away',
    'The server went away before the copy was done. Your work is kept. Start it again with “npm run demo”, then try once more.',
  );
