import type { Bundle, Landing, Media } from '@/core/document';
import { voicesOf } from '@/core/sound/voices';
import { SoundReader } from './soundReader';

const known = new Map<string, Promise<boolean>>();

/** Whether a file holds sound that can be heard here; looked up once. */
export function hasSound(media: Media): Promise<boolean> {
  const found = known.get(media.hash);
  if (found) return found;
  const looking = SoundReader.open(media).then((reader) => {
    reader?.close();
    return reader !== null;
  });
  known.set(media.hash, looking);
  looking.catch(() => known.delete(media.hash));
  return looking;
}

/** Whether anything can be heard in a landing; an overlay is always silent. */
export async function isHeard({ document, footage }: Bundle): Promise<boolean> {
  if (document.kind !== 'landing') return false;
  const sourceOf = (id: string) => footage.find((entry) => entry.id === id);
  const voices = voicesOf(document as Landing, sourceOf);
  const heard = await Promise.all(voices.map((voice) => hasSound(sourceOf(voice.footage)!.media)));
  return heard.includes(true);
}
