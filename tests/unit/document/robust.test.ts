import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { readDocument, readKit, readKitEntries, type Kit, type Overlay } from '@/core/document';
import { changeLength, changeRate, removeMove, shiftLayer, trimLayer } from '@/core/edit';
import { MoonError } from '@/core/errors';
import { sniffMedia } from '@/core/footage/sniff';
import { checkSvg } from '@/core/footage/svg';
import { timeLayers } from '@/core/motion/timing';
import { sceneAt } from '@/core/scene';
import { RATES } from '@/core/time';
import { openedKit } from '../../support/kitFile';
import { assets } from '../nodeAssets';

const { kit } = JSON.parse(readFileSync('demo/kit/kit.json', 'utf8')) as { kit: Kit };

/** Runs something that may only succeed or refuse in the product's own words. */
async function refusesKindly(act: () => unknown): Promise<void> {
  try {
    await act();
  } catch (error) {
    expect(error).toBeInstanceOf(MoonError);
    expect((error as MoonError).message.length).toBeGreaterThan(10);
  }
}

/** Every path to a value inside a JSON value. */
function pathsOf(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  const inside = Object.entries(value).flatMap(([key, child]) => pathsOf(child, [...path, key]));
  return [path, ...inside];
}

/** A copy with the value at a path replaced. */
function replaced(value: unknown, path: readonly string[], by: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return by;
  const copy: Record<string, unknown> | unknown[] = Array.isArray(value)
    ? [...value]
    : { ...(value as object) };
  (copy as Record<string, unknown>)[key] = replaced(
    (value as Record<string, unknown>)[key],
    rest,
    by,
  );
  return copy;
}

const junk = fc.oneof(
  fc.constantFrom(
    null,
    undefined,
    NaN,
    Infinity,
    -1,
    1e12,
    0.5,
    '',
    '#12345',
    '../..',
    true,
    [],
    {},
  ),
  fc.string(),
  fc.integer(),
  fc.double(),
  fc.object({ maxDepth: 2 }),
);

describe('reading documents from elsewhere', () => {
  const overlay = kit.overlays[0];
  const paths = pathsOf(overlay);

  it('takes a document as it was or refuses it in plain words, whatever one value is replaced by', async () => {
    await fc.assert(
      fc.asyncProperty(fc.nat(paths.length - 1), junk, async (at, by) => {
        const changed = replaced(overlay, paths[at], by);
        await refusesKindly(() => readDocument(changed));
      }),
      { numRuns: 400 },
    );
  });

  it('can show whatever it has taken: no frame of it fails or holds a number that is none', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.nat(paths.length - 1),
        junk,
        fc.integer({ min: -50, max: 400 }),
        async (at, by, frame) => {
          await refusesKindly(() => {
            const taken = readDocument(replaced(overlay, paths[at], by)) as Overlay;
            if (taken.kind === 'overlay')
              expect(numbersIn(sceneAt(taken, frame, assets).items).every(Number.isFinite)).toBe(
                true,
              );
          });
        },
      ),
      { numRuns: 300 },
    );
  });

  /** All numbers of a scene: of outlines, fills, masks and groups, however deep. */
  const numbersIn = (value: unknown): readonly number[] => {
    if (typeof value === 'number') return [value];
    return typeof value === 'object' && value !== null
      ? Object.values(value).flatMap(numbersIn)
      : [];
  };

  it('refuses a kit whose parts are missing or of the wrong kind', () => {
    for (const part of ['overlays', 'landings', 'footage', 'name'] as const) {
      for (const by of [undefined, null, 7, {}]) {
        expect(() => readKit({ ...kit, [part]: by })).toThrow(MoonError);
      }
    }
    for (const by of [[7], [null]]) {
      const { document, leftOut } = readKitEntries({ ...kit, landings: by });
      expect([document.landings, leftOut]).toEqual([[], [{ from: 'a document', value: by[0] }]]);
    }
  });
});

describe('reading files from elsewhere', () => {
  it('tells any bytes apart or refuses them in plain words', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 200 }), (bytes) =>
        refusesKindly(() => sniffMedia(bytes, 'file.bin')),
      ),
      { numRuns: 500 },
    );
  });

  it('opens or refuses any bytes as a kit file', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 400 }), (bytes) =>
        refusesKindly(() => openedKit(new Blob([bytes as BlobPart]))),
      ),
      { numRuns: 300 },
    );
  });

  it('opens or refuses a kit file with any of its bytes changed', async () => {
    const file = zipSync({
      'kit.json': strToU8(
        JSON.stringify({ format: 'moon-patch-kit', version: 1, kit: { ...kit, footage: [] } }),
      ),
    });
    await fc.assert(
      fc.asyncProperty(fc.nat(file.length - 1), fc.integer({ min: 0, max: 255 }), (at, byte) => {
        const changed = file.slice();
        changed[at] = byte;
        return refusesKindly(() => openedKit(new Blob([changed])));
      }),
      { numRuns: 200 },
    );
  });

  it('lets no markup through that names a script, however it is written', () => {
    const scripts = fc.constantFrom('script', 'SCRIPT', 'svg:script', 'x:Script');
    fc.assert(
      fc.property(scripts, fc.string({ maxLength: 20 }), (name, id) => {
        const text = id.replace(/[<>&"']/g, '');
        const prefix = name.includes(':')
          ? ` xmlns:${name.split(':')[0]}="http://www.w3.org/2000/svg"`
          : '';
        expect(() =>
          checkSvg(
            `<svg xmlns="http://www.w3.org/2000/svg"${prefix}><g id="${text}"><${name}/></g></svg>`,
            'a.svg',
          ),
        ).toThrow(MoonError);
      }),
    );
  });
});

describe('edits of any document of the demo kit', () => {
  const overlays = fc.constantFrom(...kit.overlays);
  const spans = (overlay: Overlay) =>
    [...timeLayers(overlay)].map(([id, { from, to }]) => ({ id, from, to }));

  it('moving a layer in time and back leaves every layer where it was', () => {
    fc.assert(
      fc.property(overlays, fc.nat(), fc.integer({ min: -500, max: 500 }), (overlay, pick, by) => {
        const { id } = overlay.layers[pick % overlay.layers.length];
        expect(spans(shiftLayer(shiftLayer(overlay, id, by), id, -by))).toEqual(spans(overlay));
      }),
    );
  });

  it('moving a layer moves it by just as much, unless it waits for itself', () => {
    fc.assert(
      fc.property(overlays, fc.nat(), fc.integer({ min: -500, max: 500 }), (overlay, pick, by) => {
        const { id } = overlay.layers[pick % overlay.layers.length];
        const before = spans(overlay).find((span) => span.id === id)!;
        const after = spans(shiftLayer(overlay, id, by)).find((span) => span.id === id)!;
        expect(after).toEqual({ id, from: before.from + by, to: before.to + by });
      }),
    );
  });

  it('trimming one end leaves the other', () => {
    fc.assert(
      fc.property(
        overlays,
        fc.nat(),
        fc.integer({ min: -60, max: 60 }),
        fc.boolean(),
        (overlay, pick, by, start) => {
          const { id } = overlay.layers[pick % overlay.layers.length];
          const before = spans(overlay).find((span) => span.id === id)!;
          const after = spans(trimLayer(overlay, id, start ? 'from' : 'to', by)).find(
            (span) => span.id === id,
          )!;
          const leaves = overlay.layers
            .find((layer) => layer.id === id)!
            .moves.filter((move) => move.phase === 'leave');
          if (!start) expect(after.from).toBe(before.from);
          // A leave that waits for the layer's own arrival goes with it.
          else if (leaves.every((move) => move.cue.kind === 'at')) expect(after.to).toBe(before.to);
        },
      ),
    );
  });

  it('removing any move leaves cues that can be solved, and its layer on show as long as before', () => {
    for (const overlay of kit.overlays) {
      for (const layer of overlay.layers) {
        for (const move of layer.moves) {
          const [before, after] = [
            spans(overlay),
            spans(removeMove(overlay, layer.id, move.id)),
          ].map((all) => all.find(({ id }) => id === layer.id)!);
          const onlyOne = layer.moves.filter(({ phase }) => phase === move.phase).length === 1;
          if (onlyOne) expect(after).toEqual(before);
        }
      }
    }
  });

  it('another rate keeps the length in seconds, to half a frame', () => {
    fc.assert(
      fc.property(overlays, fc.constantFrom(...RATES), (overlay, { rate }) => {
        const changed = changeRate(overlay, rate);
        const seconds = (length: number, { num, den }: Overlay['rate']) => (length * den) / num;
        const off = Math.abs(seconds(changed.length, rate) - seconds(overlay.length, overlay.rate));
        expect(off).toBeLessThanOrEqual((0.5 * rate.den) / rate.num + 1e-9);
      }),
    );
  });

  it('a new length takes along the layers that lasted to the end, and no others', () => {
    const [overlay] = kit.overlays;
    const toEnd = { ...overlay.layers[0], id: 'to-end', moves: [], from: 0, to: overlay.length };
    const early = { ...toEnd, id: 'early', to: 20 };
    const longer = changeLength({ ...overlay, layers: [toEnd, early] }, overlay.length + 30);
    expect(longer.layers.map((layer) => layer.to)).toEqual([overlay.length + 30, 20]);
  });
});
