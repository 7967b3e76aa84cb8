import {
  nestedIn,
  type Bundle,
  type Landing,
  type Layer,
  type Media,
  type Overlay,
  type SoundTrack,
} from '@/core/document';
import { otioTimeline, type TimelineMedia } from '@/core/formats/otio';
import { fileName, freeName } from '@/core/sending/fileName';
import { framesToSeconds } from '@/core/time';
import { readMedia } from '../media/mediaStore';
import { stopIfAborted } from '../progress';
import { openZip } from './zipFile';

/** Bytes of media that are held at once. */
const PIECE = 4 * 1024 * 1024;

/**
 * A zip of a landing's timeline and of all its media.
 * @param clips its overlays as clear clips
 */
export async function makeTimeline(
  bundle: Bundle,
  clips: ReadonlyMap<Overlay, Uint8Array>,
  signal: AbortSignal,
): Promise<Blob> {
  const landing = bundle.document as Landing;
  const zip = await openZip();
  try {
    const taken = new Set<string>();
    const urls = new Map<string, TimelineMedia>();
    const place = (name: string, extension: string): string => {
      const free = freeName(taken, fileName(name, extension));
      taken.add(free);
      return `media/${free}`;
    };
    for (const { id, name, media, type, duration } of bundle.footage) {
      const url = place(name, media.extension);
      urls.set(id, { url, duration: type === 'still' ? null : duration });
      await zip.add(url, mediaPieces(media, signal), media.bytes);
    }
    for (const [overlay, clip] of clips) {
      const url = place(overlay.name, 'webm');
      urls.set(overlay.id, { url, duration: framesToSeconds(overlay.length, overlay.rate) });
      await zip.add(url, [clip], clip.length);
    }
    const timeline = otioTimeline(landing, (entry) => urls.get(mediaOf(entry) ?? ''));
    const text = new TextEncoder().encode(JSON.stringify(timeline, null, 2));
    await zip.add(fileName(landing.name, 'otio'), [text], text.length);
    return await zip.finish();
  } catch (error) {
    await zip.discard();
    throw error;
  }
}

async function* mediaPieces(media: Media, signal: AbortSignal): AsyncGenerator<Uint8Array> {
  for (let from = 0; from < media.bytes; from += PIECE) {
    stopIfAborted(signal);
    yield await readMedia(media.hash, from, Math.min(media.bytes, from + PIECE));
  }
}

/** The overlays that lie on a landing themselves, each once. */
export const landedOverlays = ({ document, overlays }: Bundle): readonly Overlay[] =>
  nestedIn(document).flatMap((id) => overlays.find((overlay) => overlay.id === id) ?? []);

function mediaOf(entry: Layer | SoundTrack): string | null {
  if (!('kind' in entry)) return entry.footage;
  if (entry.kind === 'overlay') return entry.overlay;
  return entry.kind === 'clip' || entry.kind === 'picture' ? entry.footage : null;
}
