import type { SendState } from '@/store/work';

const DOING = {
  looking: 'Finding the artwork',
  making: 'Making the file',
  'reading back': 'Reading it back',
} as const;

/** What a send is at, in words. */
export function sendStateText({ stage, file, files }: SendState): string {
  const now = DOING[stage];
  return files === 1 ? now : `File ${file} of ${files}: ${now.toLowerCase()}`;
}
