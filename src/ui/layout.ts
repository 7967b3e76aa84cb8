import { useSyncExternalStore } from 'react';
import { useWindowDimensions } from 'react-native';

/**
 * How a screen's parts stand: upright phones have them under each other, turned ones have the work at
 * the left; tablets and wide screens have the settings beside the cue sheet, or beside all.
 */
export type Arrangement = 'upright' | 'turned' | 'tablet' | 'wide';

/** From this width on, rail, stage, cue sheet and settings stand side by side. */
const WIDE = 900;
const TABLET = 700;
/** Below this height there is no room for stage and settings under each other. */
const FLAT = 520;
/** Below this height bars are lower. */
const SHORT = 620;

export function arrangementOf(width: number, height: number): Arrangement {
  if (height < FLAT && width > height) return 'turned';
  if (width >= WIDE) return 'wide';
  return width >= TABLET ? 'tablet' : 'upright';
}

export function useArrangement(): Arrangement {
  const { width, height } = useWindowDimensions();
  return arrangementOf(width, height);
}

/** Whether a page may be laid out in two columns. */
export const useWide = (): boolean => useWindowDimensions().width >= WIDE;

export const useShort = (): boolean => useWindowDimensions().height < SHORT;

/** Least height of the row with a screen's name, in pixels. */
export const useHeadHeight = (): number => (useShort() ? 48 : 56);

/** Share of the screen's height that the stage takes at most, where other things lie under it. */
const STAGE_SHARE = { upright: 0.27, tablet: 0.42 } as const;
/** The height of a picture of the usual shape across all of a width. */
const SIXTEEN_NINTHS = 9 / 16;

/** Height of the stage in pixels where it lies over the rest; null where it takes what there is. */
export function stageHeight(width: number, height: number): number | null {
  const arrangement = arrangementOf(width, height);
  if (arrangement === 'turned' || arrangement === 'wide') return null;
  return Math.round(Math.min(width * SIXTEEN_NINTHS, height * STAGE_SHARE[arrangement]));
}

const isTyped = (element: Element | null): boolean =>
  element instanceof HTMLTextAreaElement ||
  (element instanceof HTMLInputElement && element.type !== 'checkbox' && element.type !== 'radio');

function watchFocus(changed: () => void): () => void {
  document.addEventListener('focusin', changed);
  document.addEventListener('focusout', changed);
  return () => {
    document.removeEventListener('focusin', changed);
    document.removeEventListener('focusout', changed);
  };
}

/** Whether something is typed on so short a screen that only the field and the work have room on it. */
export function useCrampedTyping(): boolean {
  const { height } = useWindowDimensions();
  const typing = useSyncExternalStore(watchFocus, () => isTyped(document.activeElement));
  return typing && height < SHORT;
}
