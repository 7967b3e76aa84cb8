import { useEffect } from 'react';
import { nestedIn, type Bundle } from '@/core/document';
import { look, selectCheckState } from '@/store/check';
import { selectLandings } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { useBundle } from './useBundle';

/** Milliseconds nothing changes before an overlay is checked, so that it does not get in the way. */
const QUIET = 4000;

/** Checks an overlay that was not checked as it is, while nothing else goes on; its step then tells. */
export function useQuietCheck(bundle: Bundle, idle: boolean): void {
  const dispatch = useAppDispatch();
  const { id, kind } = bundle.document;
  const known = useAppSelector((state) => selectCheckState(state, id)) !== null;
  const landing = useAppSelector(selectLandings).find((entry) => nestedIn(entry).includes(id));
  const around = useBundle(landing?.id ?? '');
  const due = kind === 'overlay' && idle && !known;
  useEffect(() => {
    if (!due) return undefined;
    const stop = new AbortController();
    const check = () => dispatch(look(bundle, around, () => undefined, stop.signal));
    // What goes wrong with it is told where Check is opened.
    const timer = setTimeout(() => void check().catch(() => undefined), QUIET);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [around, bundle, dispatch, due]);
}
