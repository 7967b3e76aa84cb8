import fc from 'fast-check';
import {
  createFootageLayer,
  createInk,
  createLanded,
  createLanding,
  createNested,
  createOverlay,
  createShape,
  createWords,
  readEntry,
  type Kit,
  type Landing,
  type Layer,
  type Overlay,
  type Stack,
} from '@/core/document';
import {
  addDrawing,
  addKeyframe,
  addLayer,
  addMatte,
  addMove,
  addStrokes,
  addTrack,
  changeInk,
  changeLayer,
  changeLength,
  changeRate,
  changeSize,
  createTrack,
  drawMatteAt,
  duplicateLayers,
  edited,
  groupLayers,
  holdDrawing,
  moveInStack,
  removeLayers,
  resizeMove,
  retype,
  setChannel,
  setLetters,
  shiftKeyframes,
  shiftLayer,
  splitInTime,
  thickenStrokes,
  trimLayer,
  ungroup,
  updateMove,
  withLookOf,
  withMovesOf,
} from '@/core/edit';
import { stretchStay } from '@/core/motion/stay';
import { MoonError } from '@/core/errors';
import { CHANNELS } from '@/core/motion/channels';
import { MOVE_KINDS } from '@/core/moves';
import { RATES } from '@/core/time';
import { splitWords } from '@/core/edit/splitLetters';
import { assets } from '../nodeAssets';
import { openedKit, writtenKit } from '../../support/kitFile';
import { video } from '../fixtures';

let made = 0;
const newId = () => `id-${made++}`;

/** An edit, with numbers that say on what and how: some of them far beyond any limit. */
type Edit = <S extends Stack>(stack: S, pick: number, far: number, text: string) => S;

const at = (stack: Stack, pick: number): Layer | undefined =>
  stack.layers[pick % Math.max(1, stack.layers.length)];

/** An edit of a layer, where there is one. */
const ofLayer =
  (
    edit: <S extends Stack>(stack: S, layer: Layer, far: number, text: string, pick: number) => S,
  ): Edit =>
  (stack, pick, far, text) => {
    const layer = at(stack, pick);
    return layer ? edit(stack, layer, far, text, pick) : stack;
  };

const changing = (change: (layer: Layer, far: number, text: string, pick: number) => Layer): Edit =>
  ofLayer((stack, layer, far, text, pick) =>
    changeLayer(stack, layer.id, (entry) => change(entry, far, text, pick)),
  );

const channelOf = (pick: number) => CHANNELS[pick % CHANNELS.length].name;
const kindOf = (pick: number) => MOVE_KINDS[pick % MOVE_KINDS.length];

const EDITS: Readonly<Record<string, Edit>> = {
  words: (stack, _pick, _far, text) => addLayer(stack, createWords(newId(), stack, text)),
  shape: (stack) => addLayer(stack, createShape(newId(), stack, 'free path')),
  ink: (stack) => addLayer(stack, createInk(newId(), stack, newId())),
  clip: (stack) => addLayer(stack, createFootageLayer(newId(), stack, video())),
  nested: (stack, _pick, _far, text) =>
    addLayer(stack, createNested(newId(), stack, createOverlay({ id: 'other', created: 0 }, text))),
  copy: ofLayer((stack, { id }) => duplicateLayers(stack, [id], newId).stack),
  rename: changing((layer, _far, text) => ({ ...layer, name: text })),
  retype: changing((layer, _far, text) =>
    layer.kind === 'words' ? retype(layer, text, newId) : layer,
  ),
  letter: changing((layer, far) =>
    layer.kind === 'words'
      ? setLetters(layer, { from: 0, to: 1 }, { dx: far, scale: far, delay: far })
      : layer,
  ),
  channel: changing((layer, far, _text, pick) => setChannel(layer, channelOf(pick), far, 5)),
  keyframe: changing((layer, far, _text, pick) =>
    setChannel(addKeyframe(layer, channelOf(pick), far), channelOf(pick), far, far + 3),
  ),
  shiftKeys: changing((layer, far) => shiftKeyframes(layer, 5, far)),
  move: ofLayer((stack, layer, _far, _text, pick) => {
    const kind = kindOf(pick);
    if (kind.layers && !kind.layers.includes(layer.kind)) return stack;
    return addMove(stack, layer.id, newId(), kind.kind, kind.phases[0]);
  }),
  moveLength: ofLayer((stack, layer, far) => {
    const [move] = layer.moves;
    return move ? resizeMove(stack, layer.id, move.id, far) : stack;
  }),
  moveParams: ofLayer((stack, layer, far) => {
    const [move] = layer.moves;
    const params = move && Object.fromEntries(Object.keys(move.params).map((name) => [name, far]));
    return move ? updateMove(stack, layer.id, move.id, { params }) : stack;
  }),
  shift: ofLayer((stack, { id }, far) => shiftLayer(stack, id, far)),
  trim: ofLayer((stack, { id }, far) => trimLayer(stack, id, 'to', far)),
  cut: ofLayer((stack, { id }) => splitInTime(stack, id, 20, newId)),
  remove: ofLayer((stack, { id }) => removeLayers(stack, [id])),
  group: ofLayer((stack, { id }, far) => groupLayers(stack, [id], newId(), { x: far, y: 0 })),
  ungroup: ofLayer((stack, { id }) => ungroup(stack, id)),
  stack: ofLayer((stack, { id }) => moveInStack(stack, id, null, 0)),
  look: ofLayer((stack, { id }) => withLookOf(stack, id, stack.layers[0])),
  moves: ofLayer((stack, { id }) => withMovesOf(stack, id, stack.layers[0], newId)),
  matte: changing((layer, far) =>
    layer.kind === 'clip' || layer.kind === 'picture'
      ? {
          ...addMatte(layer, newId(), far),
          mattes: addMatte(layer, newId(), 3).mattes.map((matte) => drawMatteAt(matte, far)),
        }
      : layer,
  ),
  draw: ofLayer((stack, { id }, far) =>
    changeInk(stack, id, (ink) => {
      const stroke = {
        ...{ id: newId(), brush: 'pen', colour: '#ffffff', size: 8, opacity: 1, smoothing: 0 },
        ...{ fill: null, sensed: false, pause: 0, points: [1, 2, 0.5, 0, 0] },
      };
      const drawn = thickenStrokes(addStrokes(ink, ink.drawings[0].id, [stroke]), far);
      const second = { id: newId(), hold: 1, strokes: [] };
      return holdDrawing(addDrawing(drawn, ink.drawings[0].id, second), second.id, far);
    }),
  ),
  rate: (stack, pick) => changeRate(stack, RATES[pick % RATES.length].rate),
  size: (stack, pick, far) => changeSize(stack, far, pick),
  length: (stack, _pick, far) => changeLength(stack, far),
  stay: (stack, _pick, far) => stretchStay(stack, far),
};

const numbers = fc.oneof(
  fc.integer({ min: -50, max: 300 }),
  fc.constantFrom(-2e7, -100_001, 0, 0.5, 1_000_001, 3e8),
);
const texts = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.constantFrom('k'.repeat(199), 'k'.repeat(5001), 'Gust 💨'.repeat(40)),
);
const steps = fc.array(
  fc.tuple(fc.constantFrom(...Object.keys(EDITS)), fc.nat(60), numbers, texts),
  { minLength: 1, maxLength: 14 },
);

type Step = [string, number, number, string];

/** Applies edits as the app does: one that is refused changes nothing and says why. */
const worked = <D extends Overlay | Landing>(document: D, done: readonly Step[]): D =>
  done.reduce((before, [name, ...args]) => {
    try {
      return edited(before, (stack) => EDITS[name](stack, ...args)).entry;
    } catch (error) {
      expect(error).toBeInstanceOf(MoonError);
      return before;
    }
  }, document);

const kitOf = (change: Partial<Kit>): Kit => ({
  ...{ name: 'Kit', overlays: [], landings: [], footage: [], fonts: [], luts: [], recipes: [] },
  ...change,
});

describe('any sequence of edits', () => {
  const clip = video({ width: 16_000, height: 9000, rate: { num: 480, den: 1 } });
  const starts: readonly (() => Overlay | Landing)[] = [
    () => createOverlay({ id: 'edited', created: 1 }, 'Edited'),
    () => {
      const landing = createLanding({ id: 'edited', created: 1 }, 'Edited', clip);
      const landed = addLayer(landing, createLanded('landed', landing, clip));
      return addTrack(landed, createTrack('track', clip));
    },
  ];

  it('gives a document that is saved and read as it is, and a kit file that opens', async () => {
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...starts), steps, async (start, done) => {
        const document = worked(edited(start(), (same) => ({ ...same })).entry, done as Step[]);
        const read = readEntry(JSON.parse(JSON.stringify(document)));
        expect(read).toEqual({
          document: JSON.parse(JSON.stringify(document)),
          told: [],
          leftOut: [],
        });
        const kit = kitOf(
          document.kind === 'overlay' ? { overlays: [document] } : { landings: [document] },
        );
        const file = await openedKit(await writtenKit(kit));
        expect(file.document).toEqual(JSON.parse(JSON.stringify(kit)));
      }),
      { numRuns: 150 },
    );
  });
});

describe('what would not fit', () => {
  const start = createOverlay({ id: 'edited', created: 1 }, 'Edited');
  const long = (letters: number) =>
    edited(start, (stack) => addLayer(stack, createWords('long', stack, 'k'.repeat(letters))));

  it('is shortened and told, where it is a text', () => {
    const { entry, told } = long(5001);
    const [layer] = entry.layers as [Extract<Layer, { kind: 'words' }>];
    expect([layer.text.length, layer.name.length]).toEqual([5000, 200]);
    expect(told).toEqual([expect.stringMatching(/shortened to 5000 letters/)]);
  });

  it('is refused in words before it is done, where it would be too many layers', () => {
    const { entry } = long(600);
    const split = () =>
      edited(entry, (stack) => splitWords(stack, 'long', 'letters', assets, newId));
    expect(split).toThrow(/would make 601 layers; 500 is the most/);
  });

  it('stays within its limits, where it is a number', () => {
    const layer = { ...createWords('wide', start, 'Wide'), size: 1e9, letterSpacing: -1e9 };
    const { entry, told } = edited(start, (stack) => addLayer(stack, layer));
    expect(entry.layers[0]).toMatchObject({ size: 10_000, letterSpacing: -100_000 });
    expect(told).toEqual([]);
  });

  it('is looked for only in what was changed', () => {
    const full = edited(start, (stack) => addLayer(stack, createWords('a', stack, 'A'))).entry;
    const next = edited(full, (stack) => addLayer(stack, createWords('b', stack, 'B'))).entry;
    expect(next.layers[0]).toBe(full.layers[0]);
  });
});
