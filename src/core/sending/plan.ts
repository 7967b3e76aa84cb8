import { commonStay } from '../motion/stay';
import type { Landing, Overlay } from '../document/types';
import { MoonError } from '../errors';
import {
  formatById,
  holdsPictures,
  isMoving,
  sentRate,
  type Format,
  type PictureFormat,
} from '../formats';
import { convertLength, frameOnShow, rateLabel, type Rate } from '../time';
import { nameFrom } from './fileName';
import type { SendSettings } from '../document/sendSettings';
import { quoted } from '../quoted';

export type Part = 'arrive' | 'stay' | 'leave';

/** One file that settings ask for. */
export interface PlannedFile {
  readonly format: Format;
  readonly part: Part | null;
  /** The document's frames that are in it, in order; one may stand for several. */
  readonly frames: readonly number[];
  readonly rate: Rate;
}

/** A planned file that holds pictures. */
export type PlannedPictures = PlannedFile & { readonly format: PictureFormat };

export const isPictures = (planned: PlannedFile): planned is PlannedPictures =>
  holdsPictures(planned.format);

/**
 * The files that settings ask for: one, or three where the parts are to be apart.
 * @throws MoonError 'not-found' where a format, a frame or a stay is missing
 */
export function planFiles(
  document: Overlay | Landing,
  settings: SendSettings,
): readonly PlannedFile[] {
  const format = formatById(settings.format);
  if (!format)
    throw new MoonError('not-found', `There is no format called ${quoted(settings.format)}.`);
  const rate = sentRate(settings.rate ?? document.rate, format);
  if (!isMoving(format)) {
    const still = settings.still ?? Math.floor(document.length / 2);
    const frame = Math.min(document.length - 1, Math.max(0, still));
    return [{ format, part: null, frames: [frame], rate }];
  }
  return spansOf(document, settings).map(({ part, from, to }) => ({
    format,
    part,
    frames: framesAt(rate, document, from, to),
    rate,
  }));
}

interface PartSpan {
  readonly part: Part | null;
  readonly from: number;
  readonly to: number;
}

function spansOf(document: Overlay | Landing, { span }: SendSettings): readonly PartSpan[] {
  const { length } = document;
  if (span.kind === 'whole') return [{ part: null, from: 0, to: length }];
  if (span.kind === 'range') {
    const [from, to] = [Math.max(0, span.from), Math.min(length, span.to)];
    if (from >= to) throw new MoonError('not-found', 'There is no frame between start and end.');
    return [{ part: null, from, to }];
  }
  const stay = commonStay(document);
  if (!stay || stay.start >= length) {
    throw new MoonError(
      'not-found',
      'Something always arrives or leaves, so there is no stay to send by itself. Send it whole.',
    );
  }
  const parts: readonly PartSpan[] = [
    { part: 'arrive', from: 0, to: stay.start },
    { part: 'stay', from: stay.start, to: Math.min(length, stay.end) },
    { part: 'leave', from: stay.end, to: length },
  ];
  return parts.filter(({ from, to }) => from < to);
}

/** The frames on show from `from` to before `to`, at another rate than the document's. */
function framesAt(
  rate: Rate,
  document: Overlay | Landing,
  from: number,
  to: number,
): readonly number[] {
  const count = Math.max(1, convertLength(to - from, document.rate, rate));
  return Array.from({ length: count }, (_, i) =>
    Math.min(to - 1, from + frameOnShow(i, rate, document.rate)),
  );
}

/** A planned file's name, by the settings' pattern; parts are always told apart. */
export function plannedName(
  document: Overlay | Landing,
  settings: SendSettings,
  { format, part, rate }: PlannedFile,
  size: { readonly width: number; readonly height: number },
): string {
  const apart = part === null || settings.fileName.includes('{part}');
  const stem = nameFrom(apart ? settings.fileName : `${settings.fileName} {part}`, {
    name: document.name,
    part: part ?? '',
    format: format.id,
    size: `${size.width}x${size.height}`,
    rate: rateLabel(rate),
  });
  return `${stem}.${format.extension}`;
}

/** The document as it is sent: on the backdrop that was chosen for the file. */
export const onSentBackdrop = <D extends Overlay | Landing>(
  document: D,
  { backdrop }: Pick<SendSettings, 'backdrop'>,
): D => (document.kind === 'overlay' && backdrop ? { ...document, backdrop } : document);
