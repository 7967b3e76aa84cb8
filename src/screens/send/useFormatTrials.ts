import { useEffect, useMemo, useReducer } from 'react';
import type { Bundle } from '@/core/document';
import type { SendSettings } from '@/core/document/sendSettings';
import { knownTrial, tryFormat } from '@/store/sending';
import type { FormatTrial } from '@/store/work';

/** Milliseconds nothing changes before formats are tried, so that they do not get in the way. */
const QUIET = 1500;

export interface FormatTrials {
  readonly of: (format: string) => FormatTrial | null | undefined;
  /** The format that is being tried. */
  readonly trying: string | null;
}

/**
 * Tries what each format would make of a document, one after the other, while nothing else goes on.
 * @param formats in the order in which they are tried
 */
export function useFormatTrials(
  bundle: Bundle,
  settings: SendSettings,
  formats: readonly string[],
  idle: boolean,
): FormatTrials {
  const [trying, setTrying] = useReducer((_: string | null, next: string | null) => next, null);
  const list = formats.join(' ');
  // Changing the format alone tries nothing anew.
  const { format: _format, fileName: _name, plays: _plays, ...rest } = settings;
  const key = JSON.stringify(rest);
  const shared = useMemo(() => JSON.parse(key) as typeof rest, [key]);
  useEffect(() => {
    if (!idle) return undefined;
    const stop = new AbortController();
    const tryAll = async () => {
      for (const format of list.split(' ').filter(Boolean)) {
        const tried = { ...shared, format, fileName: '', plays: 0 };
        if (knownTrial(bundle, tried) !== undefined) continue;
        setTrying(format);
        await tryFormat(bundle, tried, stop.signal).catch(() => null);
        if (stop.signal.aborted) return;
      }
      setTrying(null);
    };
    const timer = setTimeout(() => void tryAll(), QUIET);
    return () => {
      clearTimeout(timer);
      stop.abort();
      setTrying(null);
    };
  }, [bundle, idle, list, shared]);
  return {
    of: (format) => knownTrial(bundle, { ...shared, format, fileName: '', plays: 0 }),
    trying,
  };
}
