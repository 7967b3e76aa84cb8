import type { Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import { quoted } from '@/core/quoted';

/** Failures that are not the file's. */
const OTHERS = new Set(['stopped', 'storage-away', 'canvas-refused', 'code-away']);

/**
 * What to tell where a kept file fails that could be read when it came in.
 * @param seconds of it that were to be shown or heard
 */
export function readingFailed(error: unknown, { name }: Footage, seconds: number): unknown {
  if (error instanceof MoonError && OTHERS.has(error.code)) return error;
  const missing = error instanceof MoonError && error.code === 'media-missing';
  const what = missing
    ? `The file of ${quoted(name)} is no longer in this browser.`
    : `${quoted(name)} cannot be read at ${seconds.toFixed(1)} s: its file is damaged, or this browser cannot read all of it.`;
  return new MoonError(
    missing ? 'media-missing' : 'media-unreadable',
    `${what} Open it in the kit and put another file in its place.`,
  );
}
