import { unknownKind } from '../errors';
import type { Backdrop, Landing, Overlay } from '../document/types';
import { formatsFor, wouldLose, type Format } from '../formats';
import type { SendSettings } from '../document/sendSettings';
import { blackBehind } from './list/blackBehind';
import { blendsOnly } from './list/blendsOnly';
import { clearVideo } from './list/clearVideo';
import { fixedKey } from './list/fixedKey';
import { liveMixer } from './list/liveMixer';
import { pickedKey } from './list/pickedKey';
import { stillsOnly } from './list/stillsOnly';
import type { Receiver } from './types';

export type { Receiver } from './types';

/** All receivers; a new receiver is one file and one entry here. */
export const RECEIVERS: readonly Receiver[] = [
  clearVideo,
  fixedKey,
  pickedKey,
  blendsOnly,
  liveMixer,
  stillsOnly,
  blackBehind,
];

export const receiverById = (id: string | null): Receiver | null =>
  RECEIVERS.find((receiver) => receiver.id === id) ?? null;

export const opens = ({ reads }: Receiver, { medium, codec }: Format): boolean =>
  reads[medium]?.includes(codec) ?? false;

/** Why a receiver cannot open a format; null when it can. */
export const cannotOpen = (receiver: Receiver, format: Format): string | null =>
  opens(receiver, format) ? null : `It cannot open .${format.extension} files of this kind.`;

/** What goes wrong, in plain words, with a document in a format at a receiver; null when nothing is known to. */
export function trouble(
  receiver: Receiver | null,
  document: Overlay | Landing,
  format: Format,
): string | null {
  if (!receiver || document.kind === 'landing') return wouldLose(document, format);
  const unread = cannotOpen(receiver, format);
  if (unread) return unread;
  const clear = document.backdrop.kind === 'clear';
  switch (receiver.laying.kind) {
    case 'alpha':
      return wouldLose(document, format);
    case 'solid':
      return clear
        ? 'What is clear turns black there.'
        : 'It shows the backdrop: there is no way to take it out.';
    case 'blend':
      return clear && !format.alpha
        ? null
        : blends(document.backdrop)
          ? null
          : 'It needs black or white behind the artwork.';
    case 'fixed key':
    case 'picked key':
      return clear ? 'It needs a key colour behind the artwork.' : null;
    default:
      throw unknownKind('laying', receiver.laying);
  }
}

const blends = (backdrop: Backdrop): boolean =>
  backdrop.kind === 'clear' || ['#000000', '#ffffff'].includes(backdrop.colour);

/** Key colours by which artwork is laid on what a receiver takes out. */
const GREEN: Backdrop = { kind: 'key', colour: '#00ff00' };
const BLUE: Backdrop = { kind: 'key', colour: '#0000ff' };
const MAGENTA: Backdrop = { kind: 'key', colour: '#ff00ff' };
const BLACK: Backdrop = { kind: 'key', colour: '#000000' };
const WHITE: Backdrop = { kind: 'key', colour: '#ffffff' };
const CLEAR: Backdrop = { kind: 'clear' };

/** Backdrops that a receiver can do something with, the likeliest first. */
export function backdropsFor({ laying }: Receiver): readonly Backdrop[] {
  switch (laying.kind) {
    case 'fixed key':
      return [GREEN, BLUE];
    case 'picked key':
      return [GREEN, BLUE, MAGENTA];
    case 'blend':
      return [BLACK, WHITE];
    case 'alpha':
    case 'solid':
      return [CLEAR];
    default:
      throw unknownKind('laying', laying);
  }
}

/** The settings by which a file could be sent otherwise. */
export type SendChange = Pick<SendSettings, 'format' | 'backdrop'>;

/**
 * The best guess at what a receiver needs, before anything is tried.
 * @param able formats that can be made here and now
 */
export function bestFor(
  receiver: Receiver,
  document: Overlay | Landing,
  able: readonly Format[],
): SendChange | null {
  const [likeliest] = backdropsFor(receiver);
  const fits = document.kind === 'landing' || sameKind(document.backdrop, likeliest);
  const backdrop = fits ? null : likeliest;
  const sent = document.kind === 'overlay' && backdrop ? { ...document, backdrop } : document;
  const readable = formatsFor(sent).filter(
    (format) => able.includes(format) && opens(receiver, format),
  );
  const format = readable[0];
  return format ? { format: format.id, backdrop } : null;
}

/** A key colour of a document's own is kept where a receiver can take it out too. */
const sameKind = (own: Backdrop, wanted: Backdrop): boolean =>
  own.kind === wanted.kind && blends(own) === blends(wanted);

/**
 * Changes worth trying where a file does not land as it was meant: each backdrop the receiver can use
 * in the best format that it reads, and the second best where that one needs no colour taken out.
 */
export function changesFor(
  receiver: Receiver,
  document: Overlay,
  able: readonly Format[],
): readonly SendChange[] {
  const backdrops = [...backdropsFor(receiver), document.backdrop];
  const changes = backdrops.flatMap((backdrop) =>
    formatsFor({ ...document, backdrop })
      .filter((format) => able.includes(format) && opens(receiver, format))
      .slice(0, backdrop.kind === 'clear' ? 2 : 1)
      .map((format): SendChange => ({ format: format.id, backdrop })),
  );
  return changes.filter((change, i) => changes.findIndex((other) => same(other, change)) === i);
}

const same = (a: SendChange, b: SendChange): boolean =>
  a.format === b.format && JSON.stringify(a.backdrop) === JSON.stringify(b.backdrop);
