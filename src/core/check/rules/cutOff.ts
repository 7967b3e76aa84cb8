import { addMove } from '../../edit';
import type { Layer, Overlay } from '../../document/types';
import { timeLayers } from '../../motion/timing';
import type { Checked } from '../types';
import { checkRule, fine, found, NO_ARTWORK, shownSpan } from './common';
import { quoted } from '../../quoted';

export const cutOff = checkRule({
  name: 'cut-off',
  label: 'An end in mid-air',
  measured: 'artwork on the last frame with nothing that leads out, unless it is a still or a loop',
  limit: 'any',
  judge: (checked) => {
    const { overlay, measured } = checked;
    if (!shownSpan(measured)) return NO_ARTWORK;
    const last = measured.frames.length - 1;
    if (measured.frames[last].visible === 0) return fine('Nothing is left on the last frame.');
    const still = measured.frames.every(({ change }) => change === 0);
    if (still) return fine('It is a still, which may end anywhere.');
    if (isLoop(checked)) return fine('It is a loop, which goes on.');
    const staying = endless(overlay);
    if (staying.length === 0) return fine('All that is there on the last frame is on its way out.');
    return found({
      severity: 'hurts',
      title: 'It is cut off while it is still there',
      detail: `On the last frame ${staying.map(({ name }) => quoted(name)).join(', ')} ${staying.length > 1 ? 'are' : 'is'} on show, and nothing leads out.`,
      frame: last,
      repairs: [{ label: 'Let it fade out', apply: fadedOut }],
    });
  },
});

/** Artwork from the first frame to the last, in which nothing arrives or leaves. */
export const isLoop = ({ overlay, measured }: Checked): boolean =>
  measured.frames.length > 1 &&
  measured.frames[0].visible > 0 &&
  measured.frames[measured.frames.length - 1].visible > 0 &&
  overlay.layers.every(({ moves }) => moves.every(({ phase }) => phase === 'stay'));

/** Layers that are there to the very end without leaving, groups counted for what is in them. */
function endless(overlay: Overlay): readonly Layer[] {
  const timings = timeLayers(overlay);
  return overlay.layers.filter(
    (layer) =>
      layer.group === null &&
      !layer.hidden &&
      timings.get(layer.id)!.to >= overlay.length &&
      !layer.moves.some(({ phase }) => phase === 'leave'),
  );
}

const fadedOut = (overlay: Overlay): Overlay =>
  endless(overlay).reduce(
    (next, { id }) => addMove(next, id, `${id}-leave`.slice(-64), 'fade', 'leave'),
    overlay,
  );
