import { readdirSync, readFileSync } from 'node:fs';
import { DOCUMENT_VERSION, readKitEntries, type Kit } from '@/core/document';

const FOLDER = 'tests/fixtures/kits';

type Raw = Readonly<Record<keyof Kit, readonly { id: string; name: string; layers?: unknown[] }[]>>;

/** Kits as each version of the app wrote them. */
const fixtures = readdirSync(FOLDER).map((file): [string, Raw] => [
  file,
  (JSON.parse(readFileSync(`${FOLDER}/${file}`, 'utf8')) as { kit: Raw }).kit,
]);

describe('kits of earlier versions', () => {
  it('are there for every version before the present one', () => {
    const versions = fixtures.map(([file]) => Number(/\d+/.exec(file)));
    expect(versions).toEqual(Array.from({ length: DOCUMENT_VERSION - 1 }, (_, i) => i + 1));
  });

  it.each(fixtures)('%s opens with all that is in it', (_file, raw) => {
    const { document: kit, told, leftOut } = readKitEntries(raw);
    expect([told, leftOut]).toEqual([[], []]);
    for (const list of ['overlays', 'footage'] as const) {
      expect(kit[list].map(({ id, name }) => [id, name])).toEqual(
        raw[list].map(({ id, name }) => [id, name]),
      );
    }
    expect(kit.overlays.map(({ layers }) => layers.map(({ id }) => id))).toEqual(
      raw.overlays.map(({ layers }) => layers!.map((layer) => (layer as { id: string }).id)),
    );
    expect(kit.landings).toHaveLength(raw.landings.length);
    for (const entry of [...kit.overlays, ...kit.landings, ...kit.footage]) {
      expect(entry.version).toBe(DOCUMENT_VERSION);
    }
  });
});
