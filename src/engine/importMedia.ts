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
import { sniffMedia, type MediaType } from '@/core/footage/sniff';
import { checkSvg } from '@/core/footage/svg';
import { RATES, perSecond, type Rate } from '@/core/time';
import { openFont } from './fonts';
import { openInput } from './frameReader';
import { hashOf, keepMedia } from './mediaStore';
import { loadResvg } from './resvg';

const LIMITS = {
  bytes: 2 * 1024 ** 3,
  /** What Chromium's canvas takes on one side; also what still decodes on a phone. */
  side: 16_384,
  pixels: 100_000_000,
} as const;

/** What a file holds, before it gets an id and a place in the kit. */
type Measured = Pick<Footage, 'type' | 'width' | 'height' | 'duration' | 'rate' | 'alpha'>;

/**
 * Brings a file into the kit: recognised by its bytes, measured, proven readable to its end, then
 * kept. Nothing is kept of a file that fails.
 * @throws MoonError in plain words
 */
export async function importMedia(
  file: File,
  stamp: { id: string; created: number },
): Promise<Footage | Resource> {
  if (file.size > LIMITS.bytes) {
    throw new MoonError(
      'media-too-large',
      `“${file.name}” is larger than 2 GB. Trim or compress it, then bring it in.`,
    );
  }
  const head = new Uint8Array(await file.slice(0, 4096).arrayBuffer());
  const sniffed = sniffMedia(head, file.name);
  if (sniffed.type === 'font') return importFont(file, sniffed.extension, stamp);
  if (sniffed.type === 'lut') return importLut(file, sniffed.extension, stamp);
  const { bytes, extension, measured } = await read(file, sniffed);
  const media = await kept(bytes, extension);
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

/** Keeps a file's bytes under their hash. */
async function kept(bytes: Uint8Array, extension: string): Promise<Media> {
  const hash = await hashOf(bytes);
  await keepMedia(hash, bytes);
  return { hash, extension, bytes: bytes.length };
}

/** A font is kept as it came; that its letters can be drawn is proven first. */
async function importFont(
  file: File,
  extension: string,
  stamp: { id: string; created: number },
): Promise<FontFile> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const name = fontName(bytes, file.name);
  const media = await kept(bytes, extension);
  return { kind: 'font', version: DOCUMENT_VERSION, ...stamp, name, media };
}

/** A table of colours is kept as it came; that it can be read is proven first. */
async function importLut(
  file: File,
  extension: string,
  stamp: { id: string; created: number },
): Promise<LutFile> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  readCube(new TextDecoder().decode(bytes), file.name);
  const media = await kept(bytes, extension);
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
    const measured = await measureTimed(file);
    return { bytes: new Uint8Array(await file.arrayBuffer()), extension, measured };
  }
  const source = new Uint8Array(await file.arrayBuffer());
  if (extension !== 'svg')
    return { bytes: source, extension, measured: await measureStill(file, source) };
  const bytes = await drawSvg(new TextDecoder().decode(source), file.name);
  const drawn = new File([bytes as Uint8Array<ArrayBuffer>], file.name);
  return { bytes, extension: 'png', measured: await measureStill(drawn, bytes) };
}

async function measureStill(file: File, bytes: Uint8Array): Promise<Measured> {
  const { width, height } = sizeOf(bytes, file.name);
  if (width > LIMITS.side || height > LIMITS.side || width * height > LIMITS.pixels) {
    throw new MoonError(
      'media-too-large',
      `“${file.name}” is ${width} × ${height} pixels; at most ${LIMITS.side} on a side and 100 million in all can be used. Make it smaller, then bring it in.`,
    );
  }
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
  return { type: 'still', ...shown, duration: 0, rate: null, alpha };
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
    return { type: 'sound', width: 0, height: 0, duration, rate: null, alpha: false };
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
