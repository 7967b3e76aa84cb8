import { quoted } from '../../quoted';
import { nestingCircle, type Library } from '../bundle';
import type { Kit, Overlay } from '../types';
import { detached } from './detached';
import type { Read } from './types';

/**
 * An overlay without the layers through which it would contain itself: no kept document ever does, or nothing of it
 * could be edited any more.
 * @param find the other overlays as they are
 */
export function withoutCircle(overlay: Overlay, find: Library['overlay']): Read<Overlay> {
  const others: Library['overlay'] = (id) => (id === overlay.id ? overlay : find(id));
  const closing = overlay.layers.filter(
    (layer) =>
      layer.kind === 'overlay' && nestingCircle(overlay.id, layer.overlay, others) !== null,
  );
  if (closing.length === 0) return { document: overlay, told: [], leftOut: [] };
  const layers = overlay.layers.filter((layer) => !closing.includes(layer));
  return {
    document: detached({ ...overlay, layers }) as unknown as Overlay,
    told: closing.map(
      ({ name }) =>
        `${quoted(name)} was taken out of ${quoted(overlay.name)}, which would else contain itself.`,
    ),
    leftOut: closing.map((value) => ({ from: overlay.name, value })),
  };
}

/** A kit in which no overlay contains itself. */
export function kitWithoutCircles(kit: Kit): Read<Kit> {
  const known = new Map(kit.overlays.map((overlay) => [overlay.id, overlay]));
  const read = kit.overlays.map((overlay) => {
    const one = withoutCircle(overlay, (id) => known.get(id));
    known.set(overlay.id, one.document);
    return one;
  });
  const told = read.flatMap((one) => one.told);
  if (told.length === 0) return { document: kit, told: [], leftOut: [] };
  return {
    document: { ...kit, overlays: read.map(({ document }) => document) },
    told,
    leftOut: read.flatMap(({ leftOut }) => leftOut),
  };
}
