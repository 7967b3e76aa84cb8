import { parsed, readRecord, writeRecords } from './records';

/** What a person chose for the app itself. */
export interface Settings {
  readonly theme: 'system' | 'light' | 'dark';
}

const SETTINGS = 'settings';
const FIRST: Settings = { theme: 'system' };

export const saveSettings = (settings: Settings): Promise<void> =>
  writeRecords({ [SETTINGS]: JSON.stringify(settings) });

/** As they were chosen; the first ones where nothing was, or where they cannot be read. */
export async function loadSettings(): Promise<{ settings: Settings; damaged: boolean }> {
  const text = await readRecord(SETTINGS);
  const theme = (parsed(text) as Partial<Settings> | null)?.theme;
  const known = theme === 'system' || theme === 'light' || theme === 'dark';
  return { settings: known ? { theme } : FIRST, damaged: text !== null && !known };
}
