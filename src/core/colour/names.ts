import { parseHex } from './convert';

/** Names of the hue circle in steps of 30°, from red. */
const HUES = [
  'red', 'orange', 'yellow', 'lime', 'green', 'mint',
  'cyan', 'azure', 'blue', 'violet', 'magenta', 'rose',
] as const;

/** An everyday name for a colour, for sentences; not unique. */
export function colourName(hex: string): string {
  const [r, g, b] = parseHex(hex);
  const most = Math.max(r, g, b);
  const least = Math.min(r, g, b);
  const range = most - least;
  if (range < 24) return most < 48 ? 'black' : most > 208 ? 'white' : 'grey';
  const sixth =
    most === r ? ((g - b) / range + 6) % 6 : most === g ? (b - r) / range + 2 : (r - g) / range + 4;
  const hue = HUES[Math.round(sixth * 2) % 12];
  return most < 110 ? `dark ${hue}` : hue;
}
