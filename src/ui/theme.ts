import { configureFonts, useTheme } from 'react-native-paper';
// The index that also has them brings every component along.
import { MD3DarkTheme, MD3LightTheme } from 'react-native-paper/lib/module/styles/themes';

export const FONT = {
  heading: 'BricolageGrotesque',
  text: 'AtkinsonHyperlegibleNext',
  bold: 'AtkinsonHyperlegibleNext-Bold',
} as const;

/** Names of the product's colours; both themes have all of them. */
export interface Tokens {
  readonly paper: string;
  readonly card: string;
  readonly ink: string;
  readonly softInk: string;
  readonly line: string;
  readonly plum: string;
  readonly onPlum: string;
  readonly plumSoft: string;
  readonly moon: string;
  readonly moonSoft: string;
  readonly lichen: string;
  readonly lichenSoft: string;
  readonly rust: string;
  readonly rustSoft: string;
  readonly mat: string;
}

const DAY: Tokens = {
  paper: '#F4EEE2',
  card: '#FFFBF3',
  ink: '#231C35',
  softInk: '#6B6478',
  line: '#DCD3C3',
  plum: '#4B2E73',
  onPlum: '#FFFFFF',
  plumSoft: '#E9E0F2',
  moon: '#E9A23B',
  moonSoft: '#FBE9CC',
  lichen: '#3F7D6B',
  lichenSoft: '#DCEBE5',
  rust: '#B3432B',
  rustSoft: '#F7E0D9',
  mat: '#8B8992',
};

const NEW_MOON: Tokens = {
  paper: '#17131F',
  card: '#221C2E',
  ink: '#F2ECDF',
  softInk: '#ABA3BA',
  line: '#3B3349',
  plum: '#B79BE0',
  onPlum: '#1C1230',
  plumSoft: '#3A2C52',
  moon: '#EBAA4C',
  moonSoft: '#43341B',
  lichen: '#7FC0AB',
  lichenSoft: '#20382F',
  rust: '#E58C74',
  rustSoft: '#47241B',
  mat: '#5E5C65',
};

export const RADIUS = { card: 20, inner: 12, full: 999 } as const;
export const TOUCH = 44;

/**
 * A size that goes with the text size that the reader has set, given in pixels of the usual one.
 * The types know of numbers alone; on the web, styles take any length.
 */
export const rem = (pixels: number): number => `${pixels / 16}rem` as unknown as number;

/** A field in which a line is typed; phones enlarge the page to one with smaller text. */
export const FIELD = {
  minHeight: TOUCH,
  borderWidth: 1,
  borderRadius: RADIUS.inner,
  paddingHorizontal: 12,
  fontFamily: FONT.text,
  fontSize: rem(16),
} as const;

const fonts = Object.fromEntries(
  Object.entries(configureFonts({ config: { fontFamily: FONT.text } })).map(([name, font]) => [
    name,
    'fontSize' in font
      ? { ...font, fontSize: rem(font.fontSize), lineHeight: rem(font.lineHeight) }
      : font,
  ]),
) as typeof MD3LightTheme.fonts;

const paperColours = (tokens: Tokens) => ({
  primary: tokens.plum,
  onPrimary: tokens.onPlum,
  primaryContainer: tokens.plumSoft,
  onPrimaryContainer: tokens.ink,
  secondaryContainer: tokens.plumSoft,
  onSecondaryContainer: tokens.ink,
  background: tokens.paper,
  onBackground: tokens.ink,
  surface: tokens.card,
  onSurface: tokens.ink,
  surfaceVariant: tokens.paper,
  onSurfaceVariant: tokens.softInk,
  outline: tokens.line,
  outlineVariant: tokens.line,
  error: tokens.rust,
});

const themeOf = (base: typeof MD3LightTheme, tokens: Tokens) => ({
  ...base,
  roundness: 5,
  fonts,
  tokens,
  colors: { ...base.colors, ...paperColours(tokens) },
});

export const dayTheme = themeOf(MD3LightTheme, DAY);
export const newMoonTheme = themeOf(MD3DarkTheme as typeof MD3LightTheme, NEW_MOON);

export type MoonTheme = typeof dayTheme;

export const useTokens = (): Tokens => useTheme<MoonTheme>().tokens;
