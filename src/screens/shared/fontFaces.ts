import { useEffect } from 'react';
import type { FontFile } from '@/core/document';
import { fontFamily, FONTS } from '@/core/fonts';
import { work } from '@/store/work';
import { selectFonts } from '@/store/selectors';
import { useAppSelector } from '@/store/store';

export interface FontChoice {
  readonly id: string;
  readonly name: string;
  readonly character: string;
  /** The page's own name of it, by which words are set in it. */
  readonly face: string;
}

const faceOf = (id: string): string => `artwork ${id}`;

const SHIPPED: readonly FontChoice[] = FONTS.map(({ id, name, character }) => ({
  id,
  name,
  character,
  face: faceOf(id),
}));

const shown = new Set<string>();

/** Lets the page set words in a font. */
async function showFace(id: string, source: () => Promise<string | ArrayBuffer>): Promise<void> {
  if (shown.has(id)) return;
  shown.add(id);
  try {
    const face = new FontFace(faceOf(id), await source(), { display: 'swap' });
    document.fonts.add(face);
    await face.load();
  } catch {
    // Without it the words are set in the interface's font, which is no loss worth telling.
  }
}

const fileOf = async ({ media }: FontFile): Promise<ArrayBuffer> =>
  (await work.fileOfMedia(media)).arrayBuffer();

/** The person's own fonts and the shipped ones. */
export function useFontChoices(): readonly FontChoice[] {
  const own = useAppSelector(selectFonts);
  return [
    ...own.map(({ id, name }) => ({ id, name, character: 'yours', face: faceOf(id) })),
    ...SHIPPED,
  ];
}

/** Fetches the fonts that words of the page are to be set in: no more than are seen. */
export function useFaces(ids: readonly string[]): void {
  const own = useAppSelector(selectFonts);
  const wanted = ids.join(' ');
  useEffect(() => {
    for (const id of wanted.split(' ')) {
      const brought = own.find((font) => font.id === id);
      if (brought) void showFace(id, () => fileOf(brought));
      else if (fontFamily(id)) void showFace(id, async () => `url(/fonts/${id}.ttf)`);
    }
  }, [own, wanted]);
}
