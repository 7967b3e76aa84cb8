import { strToU8, Zip, ZipPassThrough } from 'fflate';
import {
  nestedIn,
  type Bundle,
  type Landing,
  type Layer,
  type Overlay,
  type SoundTrack,
} from '@/core/document';
import { fileName } from '@/core/formats';
import { otioTimeline, type TimelineMedia } from '@/core/formats/otio';
import { framesToSeconds } from '@/core/time';
import { readMedia } from '../mediaStore';
import { stopIfAborted } from '../progress';
import { openScratchFile } from './scratchFile';

/** An overlay as a clear clip, made by whoever sends. */
export type MakeClip = (overlay: Overlay) => Promise<Blob>;

/** Bytes of media that are held at once. */
const PIECE = 4 * 1024 * 1024;

/** A zip of a landing's timeline and of all its media; overlays are sent as clear clips first. */
export async function makeTimeline(
  bundle: Bundle,
  makeClip: MakeClip,
  signal: AbortSignal,
): Promise<Blob> {
  const landing = bundle.document as Landing;
  // Made first: there is one file at a time that is being written.
  const clips = new Map<Overlay, Uint8Array>();
  for (const overlay of landedOverlays(landing, bundle)) {
    clips.set(overlay, new Uint8Array(await (await makeClip(overlay)).arrayBuffer()));
  }
  const scratch = await openScratchFile(`${crypto.randomUUID()}.part`);
  let writing = Promise.resolve();
  const zip = new Zip((error, data) => {
    if (error) throw error;
    writing = writing.then(() => scratch.writable.write(data as Uint8Array<ArrayBuffer>));
  });
  try {
    const urls = new Map<string, TimelineMedia>();
    for (const { id, name, media, type, duration } of bundle.footage) {
      const url = `media/${unique(urls, fileName(name, media.extension))}`;
      urls.set(id, { url, duration: type === 'still' ? null : duration });
      const entry = new ZipPassThrough(url);
      zip.add(entry);
      for (let from = 0; from < media.bytes; from += PIECE) {
        stopIfAborted(signal);
        const to = Math.min(media.bytes, from + PIECE);
        entry.push(await readMedia(media.hash, from, to), to === media.bytes);
        await writing;
      }
    }
    for (const [overlay, clip] of clips) {
      const url = `media/${unique(urls, fileName(overlay.name, 'webm'))}`;
      urls.set(overlay.id, { url, duration: framesToSeconds(overlay.length, overlay.rate) });
      const entry = new ZipPassThrough(url);
      zip.add(entry);
      entry.push(clip, true);
      await writing;
    }
    const timeline = otioTimeline(landing, (entry) => urls.get(mediaOf(entry) ?? ''));
    const list = new ZipPassThrough(fileName(landing.name, 'otio'));
    zip.add(list);
    list.push(strToU8(JSON.stringify(timeline, null, 2)), true);
    zip.end();
    await writing;
    await scratch.writable.close();
    return scratch.file();
  } catch (error) {
    await scratch.discard();
    throw error;
  }
}

/** The overlays that lie on a landing themselves, each once. */
const landedOverlays = (landing: Landing, { overlays }: Bundle): readonly Overlay[] =>
  nestedIn(landing).flatMap((id) => overlays.find((overlay) => overlay.id === id) ?? []);

function mediaOf(entry: Layer | SoundTrack): string | null {
  if (!('kind' in entry)) return entry.footage;
  if (entry.kind === 'overlay') return entry.overlay;
  return entry.kind === 'clip' || entry.kind === 'picture' ? entry.footage : null;
}

/** A file name that no other medium has yet. */
function unique(urls: ReadonlyMap<string, TimelineMedia>, name: string): string {
  const taken = new Set([...urls.values()].map(({ url }) => url));
  const [, stem, extension] = /^(.*)\.(\w+)$/.exec(name)!;
  for (let i = 1; ; i++) {
    const tried = i === 1 ? name : `${stem}-${i}.${extension}`;
    if (!taken.has(`media/${tried}`)) return tried;
  }
}
