import { parsed, readRecord, writeRecords } from './records';

/** What a person chose for the app itself. */
export interface Settings {
  readonly theme: 'system' | 'light' | 'dark';
  /** Hints that need not be shown any more. */
  readonly hints: readonly string[];
}

const SETTINGS = 'settings';
const FIRST: Settings = { theme: 'system', hints: [] };

export const saveSettings = (settings: Settings): Promise<void> =>
  writeRecords({ [SETTINGS]: JSON.stringify(settings) });

/** As they were chosen; the first ones where nothing was, or where they cannot be read. */
export async function loadSettings(): Promise<{ settings: Settings; damaged: boolean }> {
  const text = await readRecord(SETTINGS);
  const { theme, hints } = (parsed(text) as Partial<Settings> | null) ?? {};
  const known = theme === 'system' || theme === 'light' || theme === 'dark';
  const seen = Array.isArray(hints) ? hints.filter((hint) => typeof hint === 'string') : [];
  return { settings: known ? { theme, hints: seen } : FIRST, damaged: text !== null && !known };
}
