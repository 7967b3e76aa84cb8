import { bundleAssets } from '@/core/scene';
import { readdirSync } from 'node:fs';
import { bundleOf, readDocument } from '@/core/document';
import { commonStay } from '@/core/motion/stay';
import { timeLayers } from '@/core/motion/timing';
import { STARTERS } from '@/core/starters';
import { nodeFont } from '@/paint/nodeTools';
import { video } from '../fixtures';
import { painted, visiblePixels } from '../pixels';

const none = { still: null, video: null };
const some = {
  still: video({ id: 'still', type: 'still', rate: null, duration: 0 }),
  video: video(),
};

describe('starters', () => {
  it('are all that there are files for, each with a name and a label of its own', () => {
    const helpers = ['index.ts', 'parts.ts', 'types.ts'];
    const files = readdirSync('src/core/starters').filter((file) => !helpers.includes(file));
    expect(STARTERS).toHaveLength(files.length);
    for (const names of [STARTERS.map(({ name }) => name), STARTERS.map(({ label }) => label)]) {
      expect(new Set(names).size).toBe(files.length);
    }
  });

  it.each(STARTERS.map((starter) => [starter.label, starter] as const))(
    '%s is a sound document, with media or without',
    (_label, starter) => {
      for (const media of [none, some]) {
        const overlay = starter.make({ id: 'made', created: 3 }, media);
        expect(readDocument(overlay)).toEqual(overlay);
        expect(overlay).toMatchObject({ id: 'made', created: 3, name: starter.label });
        expect(() => timeLayers(overlay)).not.toThrow();
      }
    },
  );

  it.each(STARTERS.map((starter) => [starter.label, starter] as const))(
    '%s shows something in the middle, arrives and leaves clean',
    (_label, starter) => {
      const overlay = starter.make({ id: 'made', created: 0 }, none);
      const assets = bundleAssets(
        bundleOf(overlay, {
          overlay: () => undefined,
          footage: () => undefined,
          font: () => undefined,
          lut: () => undefined,
        }),
        nodeFont,
      );
      const seen = (frame: number) => visiblePixels(painted(overlay, frame, 0.2, assets));
      expect(seen(Math.floor(overlay.length / 2))).toBeGreaterThan(60);
      const moving = overlay.layers.some((layer) =>
        layer.moves.some((move) => move.phase === 'leave'),
      );
      if (moving) {
        expect(seen(0)).toBe(0);
        expect(seen(overlay.length - 1)).toBe(0);
        expect(commonStay(overlay)).not.toBeNull();
      }
    },
  );
});
