import { imageSize } from 'image-size';
import { BlobSource, EncodedPacketSink, VideoSampleSink, type InputVideoTrack } from 'mediabunny';
import {
  DOCUMENT_VERSION,
  heldName,
  type FontFile,
  type Footage,
  type LutFile,
  type Media,
  type Resource,
} from '@/core/document';
import { readCube } from '@/core/colour/cube';
import { MoonError } from '@/core/errors';
import type { ReadFile } from '@/core/formats/files/movingPicture';
import { sniffMedia, type MediaType } from '@/core/footage/sniff';
import { checkSvg } from '@/core/footage/svg';
import { RATES, perSecond, type Rate } from '@/core/time';
import { openFont } from './fonts';
import { openInput } from './frameReader';
import { mayMove, MovingPictureReader } from './movingPictureReader';
import { keepFile } from './mediaStore';
import type { Progress } from './progress';
import { loadResvg } from './resvg';

const LIMITS = {
  /** Bytes of what has to be read as a whole: pictures, drawings, fonts, tables. */
  whole: 512 * 1024 ** 2,
  /** What Chromium's canvas takes on one side; also what still decodes on a phone. */
  side: 16_384,
  pixels: 100_000_000,
} as const;

/** What a file holds, before it gets an id and a place in the kit. */
type Measured = Pick<
  Footage,
  'type' | 'width' | 'height' | 'duration' | 'rate' | 'alpha' | 'plays'
>;

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
  if (!timed && file.size > LIMITS.whole) {
    throw new MoonError(
      'media-too-large',
      `“${file.name}” is larger than 512 MB, the most for anything but video and sound. Make it smaller, then bring it in.`,
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
const nameOf = ({ name }: File): string => heldName(name.replace(/\.[^.]+$/, ''));

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
    `“${name}” needs ${megabytes(size * STORED)}, and the browser has room for ${megabytes(Math.max(0, quota - usage))}. Free disk space, or free files that are no longer used under Settings, then bring it in again.`,
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
    const font = openFont(bytes);
    if (font.numGlyphs > 0 && font.layout('A').glyphs[0].path.bbox) {
      return heldName(font.fullName || fileName.replace(/\.[^.]+$/, ''));
    }
  } catch {
    // The reader's own words say nothing to a person.
  }
  throw unreadable(fileName, 'is a font that is damaged or of a kind that cannot be drawn');
}

async function read(file: File, sniffed: MediaType) {
  const { extension } = sniffed;
  if (sniffed.foreign)
    throw noCodec(file.name, `is ${extension.toUpperCase()}, which browsers cannot read`);
  if (sniffed.type !== 'still') {
    return { content: file, extension, measured: await measureTimed(file) };
  }
  if (extension !== 'svg') {
    const measured = (await measureMoving(file, extension)) ?? (await measureStill(file));
    return { content: file, extension, measured };
  }
  const drawn = new File(
    [(await drawSvg(await file.text(), file.name)) as Uint8Array<ArrayBuffer>],
    file.name,
  );
  return { content: drawn, extension: 'png', measured: await measureStill(drawn) };
}

/** Every frame is drawn, so that what comes in can be read to its end; null for a picture that stands still. */
async function measureMoving(file: File, extension: string): Promise<Measured | null> {
  if (!mayMove(extension)) return null;
  const damaged = unreadable(file.name, 'is damaged or cut off');
  const read: ReadFile = async (from, to) =>
    new Uint8Array(await file.slice(from, to).arrayBuffer());
  const size = sizeOf(new Uint8Array(await file.arrayBuffer()), file.name);
  requireDrawable(size, file.name);
  const reader = await MovingPictureReader.open(extension, read, file.size).catch(() => {
    throw damaged;
  });
  const { width, height, plays, frames } = reader.picture;
  if (frames.length < 2) return null;
  requireDrawable({ width, height }, file.name);
  try {
    let alpha = false;
    for (let i = 0, start = 0; i < frames.length; start += frames[i++].seconds) {
      const sample = await reader.at(start);
      const pixels = new Uint8Array(width * height * 4);
      await sample!.copyTo(pixels);
      alpha ||= pixels.some((value, at) => at % 4 === 3 && value < 255);
    }
    const { duration } = reader;
    const rate = nearestRate(frames.length / duration);
    return { type: 'video', width, height, duration, rate, alpha, plays };
  } catch {
    throw damaged;
  } finally {
    reader.close();
  }
}

/** @throws MoonError 'media-too-large' */
function requireDrawable(
  { width, height }: { readonly width: number; readonly height: number },
  name: string,
): void {
  if (width <= LIMITS.side && height <= LIMITS.side && width * height <= LIMITS.pixels) return;
  throw new MoonError(
    'media-too-large',
    `“${name}” is ${width} × ${height} pixels; at most ${LIMITS.side} on a side and 100 million in all can be used. Make it smaller, then bring it in.`,
  );
}

async function measureStill(file: File): Promise<Measured> {
  requireDrawable(sizeOf(new Uint8Array(await file.arrayBuffer()), file.name), file.name);
  const bitmap = await createImageBitmap(file).catch(() => {
    throw unreadable(file.name, 'is damaged or cut off');
  });
  const context = new OffscreenCanvas(
    Math.min(256, bitmap.width),
    Math.min(256, bitmap.height),
  ).getContext('2d')!;
  context.drawImage(bitmap, 0, 0, context.canvas.width, context.canvas.height);
  // As shown: a photograph may be stored on its side.
  const shown = { width: bitmap.width, height: bitmap.height };
  bitmap.close();
  const { data } = context.getImageData(0, 0, context.canvas.width, context.canvas.height);
  const alpha = data.some((value, i) => i % 4 === 3 && value < 255);
  return { type: 'still', ...shown, duration: 0, rate: null, alpha, plays: null };
}

function sizeOf(bytes: Uint8Array, name: string): { width: number; height: number } {
  try {
    return imageSize(bytes);
  } catch {
    throw unreadable(name, 'is damaged or cut off');
  }
}

/** Draws an SVG to PNG: from then on it is a picture like any other, and cannot do anything. */
async function drawSvg(source: string, name: string): Promise<Uint8Array> {
  checkSvg(source, name);
  const { Resvg } = await loadResvg();
  try {
    const drawing = new Resvg(source);
    const longest = Math.max(drawing.width, drawing.height);
    if (longest > LIMITS.side) {
      throw new MoonError(
        'media-too-large',
        `“${name}” is ${Math.round(drawing.width)} × ${Math.round(drawing.height)} pixels; at most ${LIMITS.side} on a side can be used.`,
      );
    }
    return drawing.render().asPng();
  } catch (error) {
    if (error instanceof MoonError) throw error;
    throw unreadable(name, 'is not a drawing that can be read');
  }
}

async function measureTimed(file: File): Promise<Measured> {
  const input = openInput(new BlobSource(file));
  try {
    const video = await input.getPrimaryVideoTrack();
    if (video) return await measureVideo(video, file.name);
    const audio = await input.getPrimaryAudioTrack();
    if (!audio) throw unreadable(file.name, 'is cut off, or holds neither video nor sound');
    if (!(await audio.canDecode()))
      throw noCodec(file.name, 'holds sound of a kind this browser cannot play');
    const duration = await audio.computeDuration();
    return { type: 'sound', width: 0, height: 0, duration, rate: null, alpha: false, plays: null };
  } catch (error) {
    if (error instanceof MoonError) throw error;
    throw unreadable(file.name, 'is damaged or cut off');
  } finally {
    input.dispose();
  }
}

async function measureVideo(track: InputVideoTrack, name: string): Promise<Measured> {
  if (!(await track.canDecode())) {
    const codec = track.codec ?? 'unknown codec';
    throw noCodec(name, `holds video this browser cannot read (${codec})`);
  }
  const { packetCount, averagePacketRate } = await track.computePacketStats();
  const end = await track.computeDuration();
  const start = await track.getFirstTimestamp();
  await proveWhole(track, name);
  if (packetCount === 0) throw unreadable(name, 'holds no frames');
  return {
    type: 'video',
    width: track.displayWidth,
    height: track.displayHeight,
    duration: end - start,
    rate: nearestRate(averagePacketRate),
    alpha: await track.canBeTransparent(),
    plays: null,
  };
}

/** Reads the very last frame, and holds the file against the length it claims. */
async function proveWhole(track: InputVideoTrack, name: string): Promise<void> {
  const cutOff = unreadable(name, 'is cut off: it ends before its last frame');
  const last = await new EncodedPacketSink(track).getPacket(Infinity).catch(() => null);
  const sample = await new VideoSampleSink(track).getSample(last?.timestamp ?? 0).catch(() => null);
  if (!last || !sample) throw cutOff;
  sample.close();
  const claimed = await track.getDurationFromMetadata().catch(() => null);
  if (claimed !== null && last.timestamp + last.duration < claimed * 0.98 - 0.1) throw cutOff;
}

/** A known rate within half a per cent, or the measured one in thousandths. */
function nearestRate(measured: number): Rate {
  const near = RATES.map(({ rate }) => ({ rate, off: Math.abs(perSecond(rate) / measured - 1) }))
    .filter(({ off }) => off < 0.0005)
    .sort((a, b) => a.off - b.off)[0];
  if (near) return near.rate;
  const loose = RATES.find(({ rate }) => Math.abs(perSecond(rate) / measured - 1) < 0.005);
  return loose?.rate ?? { num: Math.max(1, Math.round(measured * 1000)), den: 1000 };
}

/** The file is sound; only this browser cannot read it. */
const noCodec = (name: string, what: string): MoonError =>
  new MoonError('codec-unreadable', `“${name}” was not brought in: it ${what}.`);

const unreadable = (name: string, what: string): MoonError =>
  new MoonError('media-unreadable', `“${name}” was not brought in: it ${what}.`);
