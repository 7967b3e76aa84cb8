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
  family('barlow-condensed', 'Barlow Condensed', 'condensed, calm', '600SemiBold'),
  family('archivo', 'Archivo', 'sturdy sans', '800ExtraBold'),
  family('familjen-grotesk', 'Familjen Grotesk', 'friendly sans', '700Bold'),
  family('figtree', 'Figtree', 'clean, round sans', '700Bold'),
  family('space-grotesk', 'Space Grotesk', 'technical sans', '700Bold'),
  family('syne', 'Syne', 'wide, gallery', '800ExtraBold'),
  family('unbounded', 'Unbounded', 'wide, rounded', '700Bold'),
  family('baloo-2', 'Baloo 2', 'rounded', '700Bold'),
  family('bricolage-grotesque', 'Bricolage Grotesque', 'lively sans', '800ExtraBold'),
  family('righteous', 'Righteous', 'round, nineteen-thirties', '400Regular'),
  family('zilla-slab', 'Zilla Slab', 'slab', '700Bold'),
  family('alfa-slab-one', 'Alfa Slab One', 'slab, very heavy', '400Regular'),
  family('playfair-display', 'Playfair Display', 'serif display', '700Bold'),
  family('bodoni-moda', 'Bodoni Moda', 'serif, thick and thin', '700Bold'),
  family('fraunces', 'Fraunces', 'soft old serif', '700Bold'),
  family('instrument-serif', 'Instrument Serif', 'narrow, fine serif', '400Regular'),
  {
    id: 'instrument-serif-italic',
    name: 'Instrument Serif Italic',
    character: 'narrow, fine serif, leaning',
    source: 'instrument-serif',
    file: '400Regular_Italic/InstrumentSerif_400Regular_Italic.ttf',
  },
  family('newsreader', 'Newsreader', 'serif for reading', '600SemiBold'),
  family('shrikhand', 'Shrikhand', 'fat, leaning', '400Regular'),
  family('caveat', 'Caveat', 'hand-written', '700Bold'),
  family('covered-by-your-grace', 'Covered By Your Grace', 'hand-written, narrow', '400Regular'),
  family('reenie-beanie', 'Reenie Beanie', 'ball pen', '400Regular'),
  family('kaushan-script', 'Kaushan Script', 'brush', '400Regular'),
  family('permanent-marker', 'Permanent Marker', 'marker pen', '400Regular'),
  family('special-elite', 'Special Elite', 'typewriter', '400Regular'),
  family('jetbrains-mono', 'JetBrains Mono', 'mono', '700Bold'),
  family('dm-mono', 'DM Mono', 'mono, light-footed', '500Medium'),
  family('silkscreen', 'Silkscreen', 'pixels', '400Regular'),
];

export const DEFAULT_FONT = 'anton';

export const fontFamily = (id: string): FontFamily | undefined =>
  FONTS.find((entry) => entry.id === id);
