import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { waitFor } from '@testing-library/react';
import {
  createInk,
  EMPTY_KIT,
  type InkLayer,
  type Kit,
  type Overlay,
  type Stroke,
} from '@/core/document';
import { addStrokes, changeInk, changeStrokes } from '@/core/edit';
import { remove } from '@/store/actions';
import { editOverlay } from '@/store/editing';
import { kitLoaded } from '@/store/kit';
import { openIndex } from '@/store/saving';
import { selectKit } from '@/store/selectors';
import { startKeeping } from '@/store/start';
import { copyDaily, loadCopies, loadKit, readGeneration } from '@/store/storage';
import { store } from '@/store/store';
import { overlay } from '../fixtures';

jest.mock('@/engine/engine', () => ({
  engine: {
    keptMedia: async () => [],
    dropMedia: async () => undefined,
    settleMedia: async () => undefined,
    renewMediaLog: async () => undefined,
    clearScratchFiles: async () => undefined,
  },
}));

const { dispatch, getState } = store;
const storage = createAsyncStorage('moonpatch-kit');
const kitOf = (change: Partial<Kit> = {}): Kit => ({ ...EMPTY_KIT, name: 'Kit', ...change });

const stroke = (id: string): Stroke => ({
  ...{ id, brush: 'pen', colour: '#ffffff', size: 8, opacity: 1, smoothing: 0 },
  ...{ fill: null, sensed: true, pause: 0 },
  points: Array.from({ length: 30 * 5 }, (_, i) => (i % 5 < 2 ? i / 7 : i % 5 === 4 ? i : 0.5)),
});
const COUNT = 300;
const strokes = Array.from({ length: COUNT }, (_, i) => stroke(`stroke-${i}`));
const drawn = (own: readonly Stroke[] = strokes): Overlay => {
  const base = overlay({ id: 'drawn' });
  const layer = createInk('ink', base, 'drawing');
  return { ...base, layers: [{ ...layer, drawings: [{ id: 'drawing', hold: 1, strokes: own }] }] };
};
const ink = (change: (layer: InkLayer) => InkLayer) =>
  dispatch(editOverlay('drawn', (document) => changeInk(document, 'ink', change)));

const without = (layer: InkLayer, ids: readonly string[]) =>
  changeStrokes(layer, 'drawing', (list) => list.filter(({ id }) => !ids.includes(id)));

/** Keys of the pages of the kit that is open; copies have their own. */
const pages = async () =>
  (await storage.getAllKeys()).filter((key) =>
    key.startsWith(`kit/${openIndex()!.generation}/page/`),
  );

/** Until what lies in storage is what the store holds. */
const saved = () =>
  waitFor(async () => expect((await loadKit())!.document).toEqual(selectKit(getState())), {
    timeout: 20_000,
  });

const startAgain = () => {
  dispatch(kitLoaded({ kit: kitOf(), fresh: true }));
  return dispatch(startKeeping());
};

const sizes = async () => {
  const keys = await storage.getAllKeys();
  const texts = await storage.getMany([...keys]);
  return Object.values(texts).reduce((sum, text) => sum + (text?.length ?? 0), 0);
};

/** Characters that are written while something is done and saved. */
async function written(act: () => void): Promise<number> {
  const before = new Map(Object.entries(await storage.getMany([...(await storage.getAllKeys())])));
  act();
  await saved();
  const after = await storage.getMany([...(await storage.getAllKeys())]);
  return Object.entries(after).reduce(
    (sum, [key, text]) => (before.get(key) === text ? sum : sum + text!.length),
    0,
  );
}

beforeAll(() => dispatch(startKeeping()));
beforeEach(async () => {
  dispatch(kitLoaded({ kit: kitOf({ overlays: [drawn()] }), fresh: false }));
  await saved();
});

describe('a long drawing', () => {
  it('has one page written for a stroke more, one rubbed out, and one changed', async () => {
    const whole = await sizes();
    const acts: readonly (() => void)[] = [
      () => ink((layer) => addStrokes(layer, 'drawing', [stroke('new')])),
      () => ink((layer) => without(layer, ['stroke-150'])),
      () => dispatch(editOverlay('drawn', (document) => ({ ...document, name: 'Renamed' }))),
    ];
    for (const act of acts) expect(await written(act)).toBeLessThan(whole / 4);
  });

  it('is the same on the next visit, and has one page written then too', async () => {
    const kit = selectKit(getState());
    await startAgain();
    expect(selectKit(getState())).toEqual(kit);
    const whole = await sizes();
    const add = () => ink((layer) => addStrokes(layer, 'drawing', [stroke('later')]));
    expect(await written(add)).toBeLessThan(whole / 4);
    await startAgain();
    const [{ layers }] = selectKit(getState()).overlays as readonly {
      layers: readonly InkLayer[];
    }[];
    expect(layers[0].drawings[0].strokes).toHaveLength(COUNT + 1);
  });

  it('leaves no page behind when it is deleted, or rubbed out', async () => {
    expect((await pages()).length).toBeGreaterThan(5);
    ink((layer) =>
      without(
        layer,
        strokes.slice(10).map(({ id }) => id),
      ),
    );
    await saved();
    expect(await pages()).toEqual([]);
    ink((layer) => addStrokes(layer, 'drawing', strokes.slice(10)));
    await saved();
    dispatch(remove('drawn'));
    await waitFor(async () => expect(await pages()).toEqual([]));
  });

  it('is whole in the copy of a day', async () => {
    await copyDaily(openIndex()!);
    const [copy] = await loadCopies(openIndex()!);
    expect(copy.counts.overlay).toBe(1);
    const read = await readGeneration(copy);
    expect(read.document.overlays).toEqual(selectKit(getState()).overlays);
  });

  it('keeps strokes that were copied with their ids apart', async () => {
    dispatch(
      kitLoaded({ kit: kitOf({ overlays: [drawn([...strokes, ...strokes])] }), fresh: false }),
    );
    await saved();
  });

  it('of which a page is lost keeps all others, and that is told', async () => {
    const [key] = await pages();
    await storage.removeItem(key);
    const read = (await loadKit())!;
    const [{ layers }] = read.document.overlays as readonly { layers: readonly InkLayer[] }[];
    const left = layers[0].drawings[0].strokes.length;
    expect(left).toBeGreaterThan(COUNT / 2);
    expect(left).toBeLessThan(COUNT);
    expect(read.told).toEqual([expect.stringMatching(/Some strokes of a drawing/)]);
    expect([...read.changed]).toEqual(['drawn']);
    await startAgain();
    await saved();
  });

  it('that an earlier version wrote as one text is read, and then lies in pages', async () => {
    const { generation } = openIndex()!;
    const text = JSON.stringify(drawn());
    await storage.removeMany(await pages());
    await storage.setItem(`kit/${generation}/document/drawn`, text);
    await startAgain();
    expect(selectKit(getState()).overlays).toEqual([drawn()]);
    await saved();
    await waitFor(async () => expect((await pages()).length).toBeGreaterThan(5));
  });
});
