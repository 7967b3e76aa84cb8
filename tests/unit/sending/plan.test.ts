import { createMove, DOCUMENT_VERSION, readDocument, type Overlay } from '@/core/document';
import { fileName, freeName, nameFrom } from '@/core/sending/fileName';
import { onSentBackdrop, plannedName, planFiles } from '@/core/sending/plan';
import {
  firstSettings,
  recipesFor,
  type Recipe,
  type SendSettings,
} from '@/core/document/sendSettings';
import { FORMATS, isMoving } from '@/core/formats';
import { frameDelay } from '@/core/formats/files/delays';
import { firstWrongTime } from '@/core/sending/times';
import { framesToSeconds, perSecond, rateLabel, RATES } from '@/core/time';
import { at, band, overlay } from '../fixtures';

const settings = (change: Partial<SendSettings> = {}): SendSettings => ({
  ...firstSettings('vp9'),
  ...change,
});
const rate = (num: number) => ({ num, den: 1 });

/** Arrives for 10 frames, stays, and leaves over the last 20 of 90. */
const staged: Overlay = overlay({
  length: 90,
  layers: [
    {
      ...band(),
      moves: [
        { ...createMove('in', 'fade', 'arrive', 0, 10), cue: at(0) },
        { ...createMove('out', 'fade', 'leave', 0, 20), cue: at(70) },
      ],
    },
  ],
});

describe('what is sent', () => {
  it('is every frame at the document’s own rate', () => {
    const [file, ...others] = planFiles(staged, settings());
    expect(others).toEqual([]);
    expect(file.frames).toEqual(Array.from({ length: 90 }, (_, i) => i));
    expect(file.rate).toEqual(staged.rate);
  });

  it('is a part of it, as far as there are frames', () => {
    const frames = (from: number, to: number) =>
      planFiles(staged, settings({ span: { kind: 'range', from, to } }))[0].frames;
    expect(frames(80, 500)).toEqual([80, 81, 82, 83, 84, 85, 86, 87, 88, 89]);
    expect(() => frames(90, 91)).toThrow(/no frame between/);
  });

  it('lasts as long at another rate, with frames repeated or left out', () => {
    const twice = planFiles(staged, settings({ rate: rate(60) }))[0].frames;
    expect(twice).toHaveLength(180);
    expect(twice.slice(0, 5)).toEqual([0, 0, 1, 1, 2]);
    const third = planFiles(staged, settings({ rate: rate(10) }))[0].frames;
    expect(third).toHaveLength(30);
    expect(third.slice(0, 3)).toEqual([0, 3, 6]);
    expect(third.at(-1)).toBe(87);
  });

  it('is its arriving, staying and leaving by themselves', () => {
    const parts = planFiles(staged, settings({ span: { kind: 'phases' } }));
    expect(parts.map(({ part, frames }) => [part, frames[0], frames.length])).toEqual([
      ['arrive', 0, 10],
      ['stay', 10, 60],
      ['leave', 70, 20],
    ]);
  });

  it('has no parts where nothing ever rests', () => {
    const restless = overlay({
      length: 20,
      layers: [
        { ...band(), moves: [{ ...createMove('in', 'fade', 'arrive', 0, 20), cue: at(0) }] },
      ],
    });
    expect(() => planFiles(restless, settings({ span: { kind: 'phases' } }))).toThrow(/no stay/);
  });

  it('is one frame in a still: the chosen one, or the one in the middle', () => {
    const still = (frame: number | null) =>
      planFiles(staged, settings({ format: 'png', still: frame }))[0].frames;
    expect(still(null)).toEqual([45]);
    expect(still(7)).toEqual([7]);
    expect(still(500)).toEqual([89]);
  });

  it('is refused in a format that does not exist', () => {
    expect(() => planFiles(staged, settings({ format: 'punch cards' }))).toThrow(
      /no format called/,
    );
  });

  it('lies on the backdrop that was chosen for the file, not for a landing', () => {
    const green = { kind: 'key', colour: '#00ff00' } as const;
    expect(onSentBackdrop(staged, settings({ backdrop: green })).backdrop).toEqual(green);
    expect(onSentBackdrop(staged, settings())).toBe(staged);
  });
});

describe('file names', () => {
  it('fill in what stands in brackets, and are plain', () => {
    const parts = { name: 'Wind card', part: '', format: 'vp9', size: '960x540', rate: '30' };
    expect(nameFrom('{name} {size} at {rate}', parts)).toBe('wind-card-960x540-at-30');
    expect(nameFrom('../{nothing}/{name}', parts)).toBe('nothing-wind-card');
    expect(nameFrom('', parts)).toBe('untitled');
  });

  it('always tell parts apart', () => {
    const chosen = settings({ span: { kind: 'phases' } });
    const size = { width: 1920, height: 1080 };
    const names = (pattern: string) =>
      planFiles(staged, chosen).map((file) =>
        plannedName(staged, { ...chosen, fileName: pattern }, file, size),
      );
    expect(names('{name}')).toEqual([
      'test-overlay-arrive.webm',
      'test-overlay-stay.webm',
      'test-overlay-leave.webm',
    ]);
    expect(names('{part}-{format}')[1]).toBe('stay-vp9.webm');
  });

  it('are never given twice', () => {
    const taken = new Set(['a.mov', 'a-2.mov']);
    expect(freeName(taken, 'a.mov')).toBe('a-3.mov');
    expect(freeName(taken, fileName('B', 'mov'))).toBe('b.mov');
  });
});

describe('recipes', () => {
  const recipe = (id: string, document: string | null): Recipe => ({
    ...{ kind: 'recipe', version: DOCUMENT_VERSION, id, name: id, created: 0 },
    ...{ document, settings: settings({ rate: rate(25) }) },
  });

  it('of the document itself come first, those of others not at all', () => {
    const all = [recipe('kit', null), recipe('own', 'overlay'), recipe('other', 'elsewhere')];
    expect(recipesFor(all, 'overlay').map(({ id }) => id)).toEqual(['own', 'kit']);
  });

  it('are read back as they were kept, and refused when they are not right', () => {
    const kept = recipe('mine', null);
    expect(readDocument(JSON.parse(JSON.stringify(kept)))).toEqual(kept);
    const wrong = (change: object) => () =>
      readDocument({ ...kept, settings: { ...kept.settings, ...change } });
    expect(wrong({ scale: 'large' })).toThrow(/scale/);
    expect(wrong({ span: { kind: 'everything' } })).toThrow(/span/);
    expect(wrong({ gif: { matte: 'red', dither: 'none', threshold: 0.5 } })).toThrow(/matte/);
    expect(wrong({ script: 'x' })).toThrow(/script/);
  });
});

describe('a format that cannot tell so many frames a second', () => {
  const gifAt = (own: Overlay['rate'], change: Partial<SendSettings> = {}) => {
    const document = overlay({ rate: own, length: 60 });
    const [planned] = planFiles(document, settings({ format: 'gif', ...change }));
    return [rateLabel(planned.rate), planned.frames.length, planned.frames.slice(0, 4)];
  };

  it('gets every second or third one, each as long as the others', () => {
    expect(gifAt(rate(60))).toEqual(['30', 30, [0, 2, 4, 6]]);
    expect(gifAt({ num: 60_000, den: 1001 })).toEqual(['29.97', 30, [0, 2, 4, 6]]);
    expect(gifAt(rate(120))).toEqual(['40', 20, [0, 3, 6, 9]]);
    expect(gifAt(rate(50))).toEqual(['50', 60, [0, 1, 2, 3]]);
    expect(gifAt(rate(25), { rate: rate(60) })).toEqual(['30', 72, [0, 0, 1, 2]]);
  });

  it.each(FORMATS.filter(isMoving))('$label has none of more than it plays at', (format) => {
    for (const { rate: own } of RATES) {
      const [planned] = planFiles(
        overlay({ rate: own, length: 240 }),
        settings({ format: format.id }),
      );
      expect(perSecond(planned.rate)).toBeLessThanOrEqual(format.fastest ?? Infinity);
      const seconds = framesToSeconds(planned.frames.length, planned.rate);
      expect(Math.abs(seconds - framesToSeconds(240, own))).toBeLessThan(
        0.5 / perSecond(planned.rate) + 1e-9,
      );
    }
  });
});

describe('the times in a file', () => {
  const shown = (count: number, units: number, own: Overlay['rate']) =>
    Array.from({ length: count }, (_, frame) => frameDelay(frame, own, units) / units);

  it('are right as far as the format can tell them, and add up for any length', () => {
    for (const { rate: own } of RATES.filter((entry) => perSecond(entry.rate) <= 50)) {
      expect(firstWrongTime(shown(5000, 100, own), own)).toBeNull();
    }
    for (const { rate: own } of RATES)
      expect(firstWrongTime(shown(5000, 1000, own), own)).toBeNull();
  });

  it('are wrong from the first frame that ends too late', () => {
    // A tenth of a second is what programs make of one hundredth.
    const delays = shown(10, 100, rate(60)).map((delay) => (delay < 0.015 ? 0.1 : delay));
    expect(firstWrongTime(delays, rate(60))).toMatchObject({ frame: 1, meant: 2 / 60 });
    expect(firstWrongTime([0.04, 0.04, 0.06], rate(25))).toMatchObject({ frame: 2 });
  });
});
