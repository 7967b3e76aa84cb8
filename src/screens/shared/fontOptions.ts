import { useEffect } from 'react';
import { FONTS } from '@/core/text/fonts';
import { selectFonts } from '@/store/selectors';
import { useAppSelector } from '@/store/store';

/** The page's own name of a shipped font, by which its name is set in itself. */
const faceOf = (id: string): string => `artwork ${id}`;

let begun = false;

/** Lets the page set text in the shipped fonts. */
function showFontFaces(): void {
  if (begun) return;
  begun = true;
  for (const { id } of FONTS) {
    const face = new FontFace(faceOf(id), `url(/fonts/${id}.ttf)`, { display: 'swap' });
    document.fonts.add(face);
    // Without it the name is set in the interface's font, which is no loss worth telling.
    face.load().catch(() => undefined);
  }
}

const SHIPPED = FONTS.map((font) => ({
  value: font.id,
  label: `${font.name} · ${font.character}`,
  face: faceOf(font.id),
}));

/** The person's own fonts and the shipped ones, each of these named in itself. */
export function useFontOptions() {
  const own = useAppSelector(selectFonts);
  useEffect(showFontFaces, []);
  return [...own.map(({ id, name }) => ({ value: id, label: `${name} · yours` })), ...SHIPPED];
}
