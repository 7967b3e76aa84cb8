import { Alert } from '@/ui/Alert';
import type { Bundle, FootageLayer, KeySettings } from '@/core/document';
import { keyTrouble } from '@/core/matte/measureMatte';
import { quoted } from '@/core/quoted';
import { work } from '@/store/work';
import { useBackground } from '../shared/useBackground';

interface Keyed {
  readonly layer: FootageLayer;
  readonly key: KeySettings;
}

/** Layers of a document, and of the overlays in it, whose footage is keyed. */
function keyedIn({ document, overlays }: Bundle): readonly Keyed[] {
  const layers = [document, ...overlays].flatMap((stack) => stack.layers);
  return layers.flatMap((layer) =>
    (layer.kind === 'picture' || layer.kind === 'clip') && layer.key && !layer.hidden
      ? [{ layer, key: layer.key }]
      : [],
  );
}

async function troubles(bundle: Bundle, signal: AbortSignal): Promise<readonly string[]> {
  const told: string[] = [];
  for (const { layer, key } of keyedIn(bundle)) {
    const footage = bundle.footage.find(({ id }) => id === layer.footage);
    if (!footage) continue;
    const { worst } = await work.measureKey(footage, key, 0, signal);
    const trouble = keyTrouble(worst);
    if (trouble) told.push(`The key of ${quoted(layer.name)} is of no use. ${trouble}`);
  }
  return told;
}

const NONE: readonly string[] = [];

/** Keys that leave nothing of their footage, or take nothing out of it: told before a file is made. */
export function KeyNotes({ bundle }: { readonly bundle: Bundle }) {
  const keys = keyedIn(bundle).map(({ layer, key }) => [layer.footage, key]);
  const told = useBackground(
    (signal) => troubles(bundle, signal),
    JSON.stringify([bundle.document.id, keys]),
    NONE,
  );
  return told.map((text) => <Alert key={text} text={text} />);
}
