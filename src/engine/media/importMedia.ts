import {
  DOCUMENT_VERSION,
  nameWithinLimits,
  type FontFile,
  type Footage,
  type LutFile,
  type Media,
  type Resource,
} from '@/core/document';
import { readCube } from '@/core/colour/cube';
import { MoonError } from '@/core/errors';
import { sniffMedia, type MediaType } from '@/core/footage/sniff';
import { checkSvg } from '@/core/footage/svg';
import { proveFont } from '../fonts';
import { MOST_SIDE, measurePicture, measureTimed, noCodec, unreadable } from './measureMedia';
import { keepFile } from './mediaStore';
import type { Progress } from '../progress';
import { loadResvg } from './resvg';
import { quoted } from '@/core/quoted';

/** Bytes of what has to be read as a whole: pictures, drawings, fonts, tables. */
const MOST_BYTES = 512 * 1024 ** 2;

/**
 * Brings a file into the kit: recognised by its bytes, measured, proven readable to its end, then
 * kept. Nothing is kept of a file that fails, and memory stays flat for what lasts.
 * @param progress told in bytes, once the file is known to be readable
 * @throws MoonError in plain words
 */
export async function importMedia(
  file: File,
  stamp: { id: string; created: number },
  progress: Progress,
): Promise<Footage | Resource> {
  const head = new Uint8Array(await file.slice(0, 4096).arrayBuffer());
  const sniffed = sniffMedia(head, file.name);
  const timed = sniffed.type === 'video' || sniffed.type === 'sound';
  if (!timed && file.size > MOST_BYTES) {
    throw new MoonError(
      'media-too-large',
      `${quoted(file.name)} is larger than 512 MB, the most for anything but video and sound. Make it smaller, then bring it in.`,
    );
  }
  await requireRoom(file);
  if (sniffed.type === 'font') return importFont(file, sniffed.extension, stamp, progress);
  if (sniffed.type === 'lut') return importLut(file, sniffed.extension, stamp, progress);
  const { content, extension, measured } = await read(file, sniffed);
  const media = await kept(content, extension, progress);
  return {
    kind: 'footage',
    version: DOCUMENT_VERSION,
    ...stamp,
    name: nameOf(file),
    media,
    cut: null,
    ...measured,
  };
}

/** A file's name without its ending, as long as a name may be. */
const nameOf = ({ name }: File): string => nameWithinLimits(name.replace(/\.[^.]+$/, ''));

/** Characters of base64 that a byte takes in storage. */
const STORED = 4 / 3;

/**
 * Refuses at once what would fail after minutes, where the browser tells how much room there is.
 * @throws MoonError 'storage-full'
 */
async function requireRoom({ name, size }: File): Promise<void> {
  const { quota = Infinity, usage = 0 } = (await navigator.storage?.estimate?.()) ?? {};
  if (size * STORED <= quota - usage) return;
  const megabytes = (bytes: number) => `${Math.round(bytes / 1e6)} MB`;
  throw new MoonError(
    'storage-full',
    `${quoted(name)} needs ${megabytes(size * STORED)}, and the browser has room for ${megabytes(Math.max(0, quota - usage))}. Free disk space, or free files that are no longer used under Settings, then bring it in again.`,
  );
}

async function kept(content: Blob, extension: string, progress: Progress): Promise<Media> {
  const hash = await keepFile(content, progress);
  return { hash, extension, bytes: content.size };
}

/** A font is kept as it came; that its letters can be drawn is proven first. */
async function importFont(
  file: File,
  extension: string,
  stamp: { id: string; created: number },
  progress: Progress,
): Promise<FontFile> {
  const name = fontName(new Uint8Array(await file.arrayBuffer()), file.name);
  const media = await kept(file, extension, progress);
  return { kind: 'font', version: DOCUMENT_VERSION, ...stamp, name, media };
}

/** A table of colours is kept as it came; that it can be read is proven first. */
async function importLut(
  file: File,
  extension: string,
  stamp: { id: string; created: number },
  progress: Progress,
): Promise<LutFile> {
  readCube(await file.text(), file.name);
  const media = await kept(file, extension, progress);
  const name = nameOf(file);
  return { kind: 'lut', version: DOCUMENT_VERSION, ...stamp, name, media };
}

function fontName(bytes: Uint8Array, fileName: string): string {
  try {
    return nameWithinLimits(proveFont(bytes) || fileName.replace(/\.[^.]+$/, ''));
  } catch {
    throw unreadable(fileName, 'is a font that is damaged or of a kind that cannot be drawn');
  }
}

async function read(file: File, sniffed: MediaType) {
  const { extension } = sniffed;
  if (sniffed.foreign)
    throw noCodec(file.name, `is ${extension.toUpperCase()}, which browsers cannot read`);
  if (sniffed.type !== 'still') {
    return { content: file, extension, measured: await measureTimed(file) };
  }
  if (extension !== 'svg') {
    return { content: file, extension, measured: await measurePicture(file, extension) };
  }
  const drawn = new File(
    [(await drawSvg(await file.text(), file.name)) as Uint8Array<ArrayBuffer>],
    file.name,
  );
  return { content: drawn, extension: 'png', measured: await measurePicture(drawn, 'png') };
}

/** Draws an SVG to PNG: from then on it is a picture like any other, and cannot do anything. */
async function drawSvg(source: string, name: string): Promise<Uint8Array> {
  checkSvg(source, name);
  const { Resvg } = await loadResvg();
  try {
    const drawing = new Resvg(source);
    const longest = Math.max(drawing.width, drawing.height);
    if (longest > MOST_SIDE) {
      throw new MoonError(
        'media-too-large',
        `${quoted(name)} is ${Math.round(drawing.width)} × ${Math.round(drawing.height)} pixels; at most ${MOST_SIDE} on a side can be used.`,
      );
    }
    return drawing.render().asPng();
  } catch (error) {
    if (error instanceof MoonError) throw error;
    throw unreadable(name, 'is not a drawing that can be read');
  }
}
