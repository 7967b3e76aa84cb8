import {
  likelyFilling,
  overlayFromRow,
  planOverlays,
  readDocument,
  readTable,
} from '@/core/document';
import { at, band, move, overlay, words } from '../fixtures';

const lowerThird = () =>
  overlay({
    name: 'Lower third',
    layers: [
      band(),
      words('Fennel Hill', {
        id: 'name',
        name: 'Name',
        moves: [move('in', 'fade', 'arrive', at(3))],
      }),
      words('sewn by hand', { id: 'what', name: 'What' }),
    ],
  });

describe('reading a table', () => {
  it('takes commas, semicolons, tabs, quotes, blank lines and a byte order mark', () => {
    const wanted = {
      columns: ['Name', 'What'],
      rows: [
        ['Marten, J.', 'sail'],
        ['Wren', 'tail'],
      ],
    };
    expect(readTable('\uFEFFName,What\r\n"Marten, J.",sail\r\n\r\nWren, tail \r\n')).toEqual(
      wanted,
    );
    expect(readTable('Name;What\nMarten, J.;sail\nWren;tail')).toEqual(wanted);
    expect(readTable('Name\tWhat\nMarten, J.\tsail\nWren\ttail')).toEqual(wanted);
  });

  it('fills up short rows and drops cells without a column', () => {
    expect(readTable('a,b\n1\n1,2,3').rows).toEqual([
      ['1', ''],
      ['1', '2'],
    ]);
  });

  it.each([
    ['nothing', '', /first line/],
    ['a header alone', 'Name,What', /first line/],
    ['too many rows', `a\n${'x\n'.repeat(501)}`, /up to 500 rows/],
  ])('refuses %s in plain words', (_name, text, message) => {
    expect(() => readTable(text)).toThrow(message);
  });
});

describe('planning overlays from a table', () => {
  it('finds the columns by name, else takes them in order', () => {
    const named = readTable('what,NAME\nsail,Marten');
    expect(likelyFilling(lowerThird(), named)).toEqual({ name: 1, what: 0 });
    const unnamed = readTable('who,how\nMarten,sail');
    expect(likelyFilling(lowerThird(), unnamed)).toEqual({ name: 0, what: 1 });
    expect(likelyFilling(lowerThird(), readTable('Name\nMarten'))).toEqual({ name: 0, what: null });
  });

  it('tells what each row would make, and what is wrong with it', () => {
    const table = readTable('Name,What\nMarten,sail\nWren,\nMarten,line\nMarten,sail');
    const plans = planOverlays(lowerThird(), table, { name: 0, what: 1 });
    expect(plans.map((plan) => plan.name)).toEqual([
      'Lower third: Marten',
      'Lower third: Wren',
      'Lower third: Marten',
      'Lower third: Marten',
    ]);
    expect(plans.map((plan) => plan.problems)).toEqual([
      [],
      ['“What” is empty'],
      [],
      ['it says the same as a row before it'],
    ]);
  });

  it('keeps letters whole where a name is too long', () => {
    const family = '👩‍👩‍👧‍👦';
    const table = readTable(`Name\n${'x'.repeat(180)}${family}`);
    const [{ name }] = planOverlays(lowerThird(), table, { name: 0, what: null });
    expect(name).toBe(`Lower third: ${'x'.repeat(180)}`);
  });

  it('makes overlays that differ only in what their words say', () => {
    const [plan] = planOverlays(lowerThird(), readTable('Name\nMarten'), { name: 0, what: null });
    const made = overlayFromRow(lowerThird(), plan, { id: 'made', created: 7 });
    expect(readDocument(made)).toEqual(made);
    expect(made).toEqual({
      ...lowerThird(),
      id: 'made',
      created: 7,
      name: 'Lower third: Marten',
      layers: lowerThird().layers.map((layer) =>
        layer.id === 'name' ? { ...layer, text: 'Marten' } : layer,
      ),
    });
  });
});
