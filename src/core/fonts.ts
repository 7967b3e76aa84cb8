/** A font family for artwork; `file` is below the package `@expo-google-fonts/<source>`. */
export interface FontFamily {
  readonly id: string;
  readonly name: string;
  readonly character: string;
  readonly source: string;
  readonly file: string;
}

const family = (id: string, name: string, character: string, variant: string): FontFamily => ({
  id,
  name,
  character,
  source: id,
  file: `${variant}/${name.replaceAll(' ', '')}_${variant}.ttf`,
});

/** The shipped families, all under the SIL Open Font License or Apache 2.0. */
export const FONTS: readonly FontFamily[] = [
  family('anton', 'Anton', 'condensed, heavy', '400Regular'),
  family('oswald', 'Oswald', 'condensed, plain', '600SemiBold'),
  family('atkinson-hyperlegible-next', 'Atkinson Hyperlegible Next', 'easy to read', '700Bold'),
  family('baloo-2', 'Baloo 2', 'rounded', '700Bold'),
  family('bricolage-grotesque', 'Bricolage Grotesque', 'lively sans', '800ExtraBold'),
  family('righteous', 'Righteous', 'round, nineteen-thirties', '400Regular'),
  family('zilla-slab', 'Zilla Slab', 'slab', '700Bold'),
  family('alfa-slab-one', 'Alfa Slab One', 'slab, very heavy', '400Regular'),
  family('playfair-display', 'Playfair Display', 'serif display', '700Bold'),
  family('shrikhand', 'Shrikhand', 'fat, leaning', '400Regular'),
  family('caveat', 'Caveat', 'hand-written', '700Bold'),
  family('kaushan-script', 'Kaushan Script', 'brush', '400Regular'),
  family('permanent-marker', 'Permanent Marker', 'marker pen', '400Regular'),
  family('special-elite', 'Special Elite', 'typewriter', '400Regular'),
  family('jetbrains-mono', 'JetBrains Mono', 'mono', '700Bold'),
];

export const DEFAULT_FONT = 'anton';

export const fontFamily = (id: string): FontFamily | undefined =>
  FONTS.find((entry) => entry.id === id);
