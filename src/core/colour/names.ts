import { converter } from 'culori';
import { parseHex } from './convert';

const hsl = converter('hsl');

/** Everyday names round the hue circle, each up to a hue in degrees. */
const HUES: readonly (readonly [upTo: number, name: string])[] = [
  [16, 'red'],
  [42, 'orange'],
  [68, 'yellow'],
  [88, 'lime'],
  [152, 'green'],
  [172, 'mint'],
  [194, 'cyan'],
  [222, 'azure'],
  [258, 'blue'],
  [284, 'violet'],
  [318, 'magenta'],
  [344, 'rose'],
  [360, 'red'],
];

/** An everyday name for a colour, for sentences; not unique. */
export function colourName(hex: string): string {
  const [r, g, b] = parseHex(hex);
  const most = Math.max(r, g, b);
  const least = Math.min(r, g, b);
  const range = most - least;
  if (range < 24) return most < 48 ? 'black' : most > 208 ? 'white' : 'grey';
  const hue = HUES.find(([upTo]) => (hsl(hex)!.h ?? 0) <= upTo)![1];
  return most < 110 ? `dark ${hue}` : hue;
}
