import { useMemo } from 'react';
import type { Bundle } from '@/core/document';
import { formatsFor, goodFor, type Format } from '@/core/formats';
import { bestFor, receiverById, trouble, type Receiver } from '@/core/receivers';
import { onSentBackdrop } from '@/core/sending/plan';
import { firstSettings, type SendSettings } from '@/core/document/sendSettings';
import { receiverSet, sendingSet } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work } from '@/store/work';
import { useBackground } from '../shared/useBackground';

/** A format with what stands against it for this document. */
export interface OfferedFormat {
  readonly format: Format;
  readonly goodFor: string;
  /** What would be lost, or goes wrong at the receiver; null when nothing is known to. */
  readonly loss: string | null;
  /** Why it cannot be made right now; null when it can. */
  readonly unable: string | null;
}

export interface Sending {
  readonly settings: SendSettings;
  readonly change: (change: Partial<SendSettings>) => void;
  readonly receiver: Receiver | null;
  readonly chooseReceiver: (id: string | null) => void;
  /** Those that lose nothing first. */
  readonly offered: readonly OfferedFormat[];
  readonly best: OfferedFormat | undefined;
  /** Null while there is none that can be made. */
  readonly chosen: OfferedFormat | null;
}

/** How a document is to be sent, and what could be chosen instead. */
export function useSending({ document }: Bundle): Sending {
  const { id } = document;
  const dispatch = useAppDispatch();
  const kept = useAppSelector((state) => state.session.sendings[id]);
  const missing = useMissing(document, kept?.scale ?? 1);
  const receiver = receiverById(useAppSelector((state) => state.session.receivers[id] ?? null));
  const backdrop = kept?.backdrop ?? null;
  const offered = useMemo(() => {
    const sent = backdrop ? onSentBackdrop(document, { backdrop }) : document;
    const all = formatsFor(sent).map((format) => ({
      format,
      goodFor: goodFor(document, format),
      loss: trouble(receiver, sent, format),
      unable: missing?.[format.id] ?? null,
    }));
    return [...all].sort((a, b) => Number(a.loss !== null) - Number(b.loss !== null));
  }, [backdrop, document, missing, receiver]);
  const best = offered.find(({ unable }) => unable === null);
  const settings = kept ?? firstSettings(best?.format.id ?? '');
  const change = (next: Partial<SendSettings>) =>
    dispatch(sendingSet({ id, settings: { ...settings, ...next } }));
  return {
    settings,
    change,
    receiver,
    chooseReceiver: (chosen) => {
      dispatch(receiverSet({ id, receiver: chosen }));
      const wanted = receiverById(chosen);
      const able = offered.filter(({ unable }) => unable === null).map(({ format }) => format);
      const suits = wanted && bestFor(wanted, document, able);
      if (suits) change(suits);
    },
    offered,
    best,
    chosen: offered.find(({ format }) => format.id === settings.format) ?? null,
  };
}

/** Why each format cannot be made here and now; null until that is known. */
const useMissing = ({ width, height }: Bundle['document'], scale: number) =>
  useBackground(
    () => work.missingFormats({ width, height }, scale),
    `${width} ${height} ${scale}`,
    null as Awaited<ReturnType<typeof work.missingFormats>> | null,
  );
