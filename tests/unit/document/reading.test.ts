import { createGroup, readEntry, type Kit, type Overlay } from '@/core/document';
import { timeLayers } from '@/core/motion/timing';
import { openedKit, packedKit } from '../../support/kitFile';
import { after, at, band, move, overlay, words } from '../fixtures';

const mask = { layer: 'torn', by: 'alpha' as const, inverted: false };

/** A group that others are in, are masked by and wait for, and of which a field is broken. */
const torn = {
  ...createGroup('torn', overlay(), { x: 10, y: 20 }),
  moves: [move('first', 'fade', 'arrive', at(12))],
  blend: 'no such blend',
};
const document = {
  ...overlay({ name: 'Kept' }),
  layers: [
    band({ id: 'inside', group: 'torn' }),
    band({ id: 'masked', mask }),
    words('Wind', {
      id: 'waiting',
      from: 7,
      moves: [move('in', 'fade', 'arrive', after('first'))],
    }),
    torn,
  ],
};

describe('a document with a layer that cannot be read', () => {
  it('is read without it, and nothing points to it any more', () => {
    const { document: read, told, leftOut } = readEntry(JSON.parse(JSON.stringify(document)));
    const { layers } = read as Overlay;
    expect(layers.map(({ id }) => id)).toEqual(['inside', 'masked', 'waiting']);
    expect(layers[0].group).toBeNull();
    expect(layers[1].mask).toBeNull();
    expect(layers[2].moves[0].cue).toEqual(at(7));
    expect(() => timeLayers(read as Overlay)).not.toThrow();
    expect(leftOut).toEqual([{ from: 'Kept', value: torn }]);
    expect(told).toEqual(['1 layer or sound of “Kept” could not be read and had to be left out.']);
  });

  it('keeps back no other one in a kit file', async () => {
    const whole = overlay({ id: 'whole', layers: [band()] });
    const none = { landings: [], footage: [], fonts: [], luts: [], recipes: [] };
    const kit = { name: 'Kit', overlays: [document, whole], ...none };
    const read = await openedKit(new Blob([packedKit(kit as unknown as Kit)]));
    expect(read.document.overlays.map(({ layers }) => layers.length)).toEqual([3, 1]);
    expect(read.document.overlays[1]).toEqual(whole);
    expect(read.leftOut).toHaveLength(1);
    expect(read.told).toHaveLength(1);
  });

  it('is refused where something else than a layer or sound is broken', () => {
    const broken = { ...document, backdrop: { kind: 'fog' } };
    expect(() => readEntry(broken)).toThrow(
      /Something in “Kept” is not right: “kind” of “backdrop”/,
    );
  });
});
