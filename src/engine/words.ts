import { overlayFromRow, type Bundle, type Overlay, type PlannedOverlay } from '@/core/document';
import { inkFromWords, type WordsAs } from '@/core/edit/inkFromWords';
import { bundleAssets, boxAround, layerQuads } from '@/core/scene';
import { letterTarget, type LetterTarget } from '@/core/edit/letterTarget';
import { splitAlong, splitWords, type CutLine, type SplitOver } from '@/core/edit/splitLetters';
import { missingLetters } from '@/core/text/layout';
import { loadFonts } from './fonts';

/** What needs the outlines of letters, which only the engine has. */

export type Split = { readonly by: SplitOver } | { readonly by: 'line'; readonly line: CutLine };

const newId = (): string => crypto.randomUUID();

const assetsOf = async (bundle: Bundle) => bundleAssets(bundle, await loadFonts(bundle));

/** @throws MoonError from the core's split */
export async function splitLayer(bundle: Bundle, layerId: string, split: Split): Promise<Overlay> {
  const overlay = bundle.document as Overlay;
  const assets = await assetsOf(bundle);
  return split.by === 'line'
    ? splitAlong(overlay, layerId, split.line, assets, newId)
    : splitWords(overlay, layerId, split.by, assets, newId);
}

/** @throws MoonError 'not-found' where there are no letters to draw */
export async function drawWords(bundle: Bundle, layerId: string, as: WordsAs): Promise<Overlay> {
  const overlay = bundle.document as Overlay;
  return inkFromWords(overlay, layerId, as, await assetsOf(bundle), newId);
}

/** @throws MoonError 'not-found' when no letter has an inside */
export async function findLetterTarget(
  bundle: Bundle,
  layerId: string,
  letter: number | null,
): Promise<LetterTarget> {
  const overlay = bundle.document as Overlay;
  const layer = overlay.layers.find((entry) => entry.id === layerId);
  if (layer?.kind !== 'words') throw new Error('Only words have letters.');
  return letterTarget(overlay, layer, letter, await assetsOf(bundle));
}

/** Letters of a words layer that its font does not have. */
export async function findMissingLetters(
  bundle: Bundle,
  layerId: string,
): Promise<readonly string[]> {
  const layer = (bundle.document as Overlay).layers.find((entry) => entry.id === layerId);
  const font = layer?.kind === 'words' ? (await assetsOf(bundle)).font(layer.font) : undefined;
  return layer?.kind === 'words' && font ? missingLetters(layer.text, font) : [];
}

/** Names of the layers that would not fit on the canvas, for each planned overlay. */
export async function findOverflow(
  bundle: Bundle,
  planned: readonly PlannedOverlay[],
): Promise<readonly (readonly string[])[]> {
  const overlay = bundle.document as Overlay;
  const assets = await assetsOf(bundle);
  return planned.map((plan) => {
    const made = overlayFromRow(overlay, plan, { id: overlay.id, created: 0 });
    const quads = layerQuads(made, assets);
    return made.layers.flatMap((layer) => {
      if (plan.texts[layer.id] === undefined) return [];
      const { left, right, top, bottom } = boxAround(quads.get(layer.id)!);
      const fits = left >= 0 && top >= 0 && right <= overlay.width && bottom <= overlay.height;
      return fits ? [] : [layer.name];
    });
  });
}
