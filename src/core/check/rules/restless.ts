import { timeLayers } from '../../motion/timing';
import type { Overlay, WordsLayer } from '../../document/types';

import { checkRule, fine, found, unmeasured } from './common';
import { quoted } from '../../quoted';

/** Moves at once that words may make while they should be read. */
const LIMIT = 4;

export const restless = checkRule({
  name: 'restless',
  label: 'Words that keep still',
  measured: 'moves that run at once on words',
  limit: `more than ${LIMIT}`,
  judge: ({ overlay, measured }) => {
    if (measured.words.length === 0) return unmeasured('There are no words to read.');
    const [worst] = overlay.layers
      .filter((layer): layer is WordsLayer => layer.kind === 'words' && !layer.hidden)
      .map((layer) => ({ layer, ...mostAtOnce(overlay, layer) }))
      .sort((a, b) => b.count - a.count);
    if (!worst || worst.count <= LIMIT) {
      return fine(`At most ${worst?.count ?? 0} moves at once while words stay.`);
    }
    return found({
      severity: 'note',
      title: `${quoted(worst.layer.name)} is restless`,
      detail: `While it should be read, ${worst.count} moves run on it at once.`,
      frame: worst.frame,
    });
  },
});

/** The most stay moves that run at once, and the frame at which the last of them begins. */
function mostAtOnce(overlay: Overlay, layer: WordsLayer): { count: number; frame: number } {
  const { moves } = timeLayers(overlay).get(layer.id)!;
  const times = layer.moves.filter(({ phase }) => phase === 'stay').map(({ id }) => moves.get(id)!);
  return times.reduce(
    (most, { start }) => {
      const count = times.filter((time) => time.start <= start && time.end > start).length;
      return count > most.count ? { count, frame: start } : most;
    },
    { count: 0, frame: 0 },
  );
}
