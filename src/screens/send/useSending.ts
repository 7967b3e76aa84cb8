import { useMemo } from 'react';
import type { Bundle } from '@/core/document';
import { formatsFor, goodFor, type Format } from '@/core/formats';
import { bestFor, receiverById, trouble, type Receiver } from '@/core/receivers';
import { onSentBackdrop } from '@/core/sending/plan';
import { firstSettings, type SendSettings } from '@/core/sending/settings';
import { receiverSet, sendingSet } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work, type ServerHealth } from '@/store/work';
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
  const health = useServerHealth();
  const kept = useAppSelector((state) => state.session.sendings[id]);
  const receiver = receiverById(useAppSelector((state) => state.session.receivers[id] ?? null));
  const backdrop = kept?.backdrop ?? null;
  const offered = useMemo(() => {
    const sent = backdrop ? onSentBackdrop(document, { backdrop }) : document;
    const all = formatsFor(sent).map((format) => ({
      format,
      goodFor: goodFor(document, format),
      loss: trouble(receiver, sent, format),
      unable: missingReason(format, health),
    }));
    return [...all].sort((a, b) => Number(a.loss !== null) - Number(b.loss !== null));
  }, [backdrop, document, health, receiver]);
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

/** Undefined until the server has answered, null when it is away. */
const useServerHealth = () =>
  useBackground<ServerHealth | null | undefined>(work.serverHealth, '', undefined);

/** Why a format cannot be made right now; null when it can. */
function missingReason(format: Format, health: ServerHealth | null | undefined): string | null {
  if (format.maker === 'browser') return null;
  if (health === undefined) return 'Asking the encode server…';
  if (health === null)
    return 'Needs the encode server, which is not running. Start the app with “npm run demo”.';
  if (health.formats.includes(format.id)) return null;
  return 'Needs ffmpeg on the machine that runs the encode server.';
}
