import type { Landing, Overlay } from '@/core/document';
import type { SendSettings } from '@/core/document/sendSettings';
import type { Format } from '@/core/formats';

/** What each part of a file's settings is given. */
export interface SettingsProps {
  readonly document: Overlay | Landing;
  readonly format: Format;
  readonly settings: SendSettings;
  readonly change: (change: Partial<SendSettings>) => void;
}
