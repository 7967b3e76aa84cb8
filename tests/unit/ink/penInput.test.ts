import { PenInput, type PenListener, type PointerSample } from '@/core/ink/penInput';

type Call = readonly [name: string, ...details: unknown[]];

/** An input with a log of what it asks for. */
function listening(tool: 'draw' | 'view' = 'draw') {
  const calls: Call[] = [];
  const listener: PenListener = {
    toolOf: () => tool,
    onBegin: () => calls.push(['begin']),
    onMove: ({ points }, predicted) => calls.push(['move', points.length, predicted.length]),
    onEnd: ({ points, sensed }) => calls.push(['end', points.length, sensed]),
    onCancel: () => calls.push(['cancel']),
    onView: (from, to, factor) => calls.push(['view', from, to, factor]),
  };
  return { input: new PenInput(listener), calls, names: () => calls.map(([name]) => name) };
}

const sample = (change: Partial<PointerSample> = {}): PointerSample => ({
  id: 1,
  kind: 'touch',
  x: 0,
  y: 0,
  pressure: 0.5,
  tilt: 0,
  ms: 0,
  recorded: false,
  ...change,
});

describe('what a hand does', () => {
  it('is a line from where a finger comes down to where it goes up, all points on the way kept', () => {
    const { input, calls } = listening();
    input.press(sample({ ms: 100 }));
    input.move([sample({ x: 1, ms: 104 }), sample({ x: 2, ms: 108 })], [sample({ x: 3, ms: 112 })]);
    input.release(sample({ x: 2, ms: 110 }));
    expect(calls).toEqual([['begin'], ['move', 1, 0], ['move', 3, 1], ['end', 3, false]]);
  });

  it('is timed from where the line begins', () => {
    let times: readonly number[] = [];
    const timed = new PenInput({
      ...silent(),
      onEnd: ({ points }) => (times = points.map(({ ms }) => ms)),
    });
    timed.press(sample({ ms: 5000 }));
    timed.move([sample({ ms: 5016 })], []);
    timed.release(sample({ ms: 5020 }));
    expect(times).toEqual([0, 16]);
  });

  it('is a look elsewhere once a second finger comes down: the line is taken back', () => {
    const { input, calls, names } = listening();
    input.press(sample());
    input.press(sample({ id: 2, x: 100 }));
    input.move([sample({ id: 2, x: 200 })], []);
    expect(calls.at(-1)).toEqual(['view', { x: 50, y: 0 }, { x: 100, y: 0 }, 2]);
    input.release(sample({ id: 2, x: 200 }));
    input.move([sample({ x: 10 })], []);
    input.release(sample({ x: 10 }));
    expect(names()).toEqual(['begin', 'move', 'cancel', 'view']);
  });

  it('can begin again once all fingers are up', () => {
    const { input, names } = listening();
    input.press(sample());
    input.press(sample({ id: 2 }));
    input.release(sample({ id: 2 }));
    input.release(sample());
    input.press(sample());
    input.release(sample());
    expect(names().slice(-3)).toEqual(['begin', 'move', 'end']);
  });

  it('pushes the view with one pointer where the view is in hand', () => {
    const { input, calls } = listening('view');
    input.press(sample({ kind: 'mouse' }));
    input.move([sample({ kind: 'mouse', x: 30, y: 5 })], []);
    expect(calls).toEqual([['view', { x: 0, y: 0 }, { x: 30, y: 5 }, 1]]);
  });

  it('is taken back when the browser takes the pointer', () => {
    const { input, names } = listening();
    input.press(sample());
    input.cancel(1);
    expect(names()).toEqual(['begin', 'move', 'cancel']);
  });
});

describe('a pen', () => {
  const pen = (change: Partial<PointerSample> = {}) => sample({ kind: 'pen', id: 9, ...change });

  it('keeps the palm from drawing: while it draws, and from then on', () => {
    const { input, names } = listening();
    input.press(pen({ pressure: 0.3 }));
    input.press(sample());
    input.move([sample({ x: 40 })], []);
    input.move([pen({ x: 10, pressure: 0.6 })], []);
    input.release(pen());
    input.press(sample());
    input.move([sample({ x: 5 })], []);
    expect(names()).toEqual(['begin', 'move', 'move', 'end', 'view']);
  });

  it('takes over from a palm that came down first', () => {
    const { input, calls } = listening();
    input.press(sample());
    input.press(pen({ pressure: 0.4 }));
    input.release(pen());
    expect(calls.map(([name]) => name)).toEqual([
      'begin',
      'move',
      'cancel',
      'begin',
      'move',
      'end',
    ]);
    expect(calls.at(-1)).toEqual(['end', 1, true]);
  });

  it('lets fingers draw where that is wanted', () => {
    const { input, names } = listening();
    input.press(pen());
    input.release(pen());
    input.fingersDraw = true;
    input.press(sample());
    input.release(sample());
    expect(names()).toEqual(['begin', 'move', 'end', 'begin', 'move', 'end']);
  });

  it('that tells no pressure is not taken for one that does', () => {
    const { input, calls } = listening();
    input.press(pen({ pressure: 0.5 }));
    input.move([pen({ pressure: 0.5 })], []);
    input.release(pen({ pressure: 0 }));
    expect(calls.at(-1)).toEqual(['end', 2, false]);
  });

  it('that is a recording says nothing about there being one', () => {
    const { input, names } = listening();
    input.press(pen({ recorded: true }));
    input.release(pen({ recorded: true }));
    input.press(sample());
    input.release(sample());
    expect(names().slice(-3)).toEqual(['begin', 'move', 'end']);
  });
});

const silent = (): PenListener => ({
  toolOf: () => 'draw',
  onBegin: () => undefined,
  onMove: () => undefined,
  onEnd: () => undefined,
  onCancel: () => undefined,
  onView: () => undefined,
});
