import type { Landing, Overlay } from '../document/types';
import { animatedWebp } from './list/animatedWebp';
import { apng } from './list/apng';
import { gif } from './list/gif';
import { h264 } from './list/h264';
import { otio } from './list/otio';
import { pngFrames } from './list/pngFrames';
import { pngMov } from './list/pngMov';
import { pngStill } from './list/pngStill';
import { prores422 } from './list/prores422';
import { prores4444 } from './list/prores4444';
import { svg } from './list/svg';
import { vp9 } from './list/vp9';
import { perSecond, type Rate } from '../time';
import type { FormatDetails, Medium } from './types';

export type { Codec, Medium } from './types';

/** All formats; a new format is one file, one entry here, and one in the engine's table of how each is made. */
const ALL = [
  prores4444,
  vp9,
  pngMov,
  pngStill,
  h264,
  prores422,
  animatedWebp,
  apng,
  pngFrames,
  svg,
  gif,
  otio,
] as const;

type Declared = (typeof ALL)[number];

export type FormatId = Declared['id'];
export type Format = FormatDetails<FormatId>;
/** What holds pictures that can be painted and read back. */
export type PictureFormat = FormatDetails<
  Exclude<Declared, { readonly medium: 'timeline' }>['id'],
  Exclude<Medium, 'timeline'>
>;

export const FORMATS: readonly Format[] = ALL;

export const holdsPictures = (format: Format): format is PictureFormat =>
  format.medium !== 'timeline';

/** Whether it shows more than one moment. */
export const isMoving = ({ medium }: Format): boolean =>
  medium !== 'still' && medium !== 'outlines';

/** Whether a file of it is one piece of footage, so that it can be brought in again. */
export const isFootage = ({ medium }: Format): boolean =>
  medium !== 'timeline' && medium !== 'numbered pictures';

export const formatById = (id: string): Format | undefined =>
  FORMATS.find((format) => format.id === id);

/** A landing goes as video, one frame or a timeline; the one that most people need comes first. */
const CLIP_FORMATS: readonly Format[] = [h264, vp9, prores422, pngStill, otio];

/** Formats that can carry a document, those that keep all of it first. */
export function formatsFor(document: Overlay | Landing): readonly Format[] {
  if (document.kind === 'landing') return CLIP_FORMATS;
  const able = FORMATS.filter(holdsPictures);
  return [...able].sort((a, b) => loss(document, a) - loss(document, b));
}

/** What a format is good for with a document, in a few words. */
export const goodFor = (
  { kind }: Overlay | Landing,
  { goodFor: overlay, goodForClip }: Format,
): string => (kind === 'landing' ? (goodForClip ?? overlay) : overlay);

/** Soft edges are a smaller loss than transparency altogether. */
function loss(document: Overlay, format: Format): number {
  if (wouldLose(document, format) === null) return 0;
  return format.hardAlpha ? 1 : 2;
}

/** What a format would lose of a document, in plain words; null when it loses nothing. */
export function wouldLose(document: Overlay | Landing, format: Format): string | null {
  if (document.kind === 'landing') return null;
  const clear = document.backdrop.kind === 'clear';
  if (clear && !format.alpha) return 'Loses the transparency: what is clear turns black.';
  if (clear && format.hardAlpha) {
    return 'Loses soft edges, glows and shadows: each pixel is wholly clear or not at all.';
  }
  if (!clear && format.alpha && !format.hardAlpha) {
    return 'Keeps the key colour in the picture. Make the backdrop clear to use its transparency.';
  }
  return null;
}

/**
 * The rate of a sent file: the one that is wanted, divided by a whole number where the format cannot tell so many
 * frames a second. So each of those that are left shows equally long.
 */
export function sentRate(wanted: Rate, { fastest = Infinity }: Pick<Format, 'fastest'>): Rate {
  const over = Math.ceil(perSecond(wanted) / fastest);
  return over > 1 ? { ...wanted, den: wanted.den * over } : wanted;
}

/** The pixel size of a sent file, even where the format asks for it. */
export function sentSize(
  document: { readonly width: number; readonly height: number },
  format: Format,
  scale: number,
): { readonly width: number; readonly height: number } {
  const fit = (length: number) => {
    const rounded = Math.max(1, Math.round(length * scale));
    return format.evenSize ? Math.max(2, rounded + (rounded % 2)) : rounded;
  };
  return { width: fit(document.width), height: fit(document.height) };
}
