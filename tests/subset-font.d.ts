declare module 'subset-font' {
  /** A font with the letters of a text alone. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { readonly targetFormat: 'truetype' },
  ): Promise<Buffer>;
}
