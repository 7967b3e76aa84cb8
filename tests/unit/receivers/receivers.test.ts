import type { Overlay } from '@/core/document';
import { FORMATS, formatById } from '@/core/formats';
import { psnrOf } from '@/core/matte/compare';
import {
  backdropsFor,
  bestFor,
  cannotOpen,
  changesFor,
  receiverById,
  RECEIVERS,
  trouble,
  type Receiver,
} from '@/core/receivers';
import { differenceOf, differencePicture } from '@/core/receivers/difference';
import { cornerColour, treatmentsOf, takeIn, throughI420 } from '@/core/receivers/takeIn';
import { overlay } from '../fixtures';

const key = (colour: string): Overlay => overlay({ backdrop: { kind: 'key', colour } });
const receiver = (id: string) => receiverById(id)!;
const best = (id: string, document: Overlay) => bestFor(receiver(id), document, FORMATS);

describe('receivers', () => {
  it('are told apart by what they do, and each reads some format', () => {
    expect(RECEIVERS.length).toBeGreaterThanOrEqual(6);
    expect(new Set(RECEIVERS.map(({ id }) => id)).size).toBe(RECEIVERS.length);
    for (const { reads, does } of RECEIVERS) {
      // Whatever it says it reads is something that can be sent.
      for (const [medium, codecs] of Object.entries(reads)) {
        for (const codec of codecs) {
          const named = FORMATS.filter(
            (format) => format.medium === medium && format.codec === codec,
          );
          expect(named).not.toEqual([]);
        }
      }
      expect(does.length).toBeGreaterThan(20);
    }
    expect(receiverById('nobody')).toBeNull();
  });

  it('lead to the format and backdrop that they can use', () => {
    expect(best('clear-video', overlay())).toEqual({ format: 'prores4444', backdrop: null });
    expect(best('clear-video', key('#00d040'))).toEqual({
      format: 'prores4444',
      backdrop: { kind: 'clear' },
    });
    expect(best('fixed-key', overlay())).toEqual({
      format: 'h264',
      backdrop: { kind: 'key', colour: '#00ff00' },
    });
    // A key colour of its own is kept where any can be taken out.
    expect(best('picked-key', key('#ff00ff'))).toEqual({ format: 'h264', backdrop: null });
    expect(best('blends-only', key('#00d040'))!.backdrop).toEqual({
      kind: 'key',
      colour: '#000000',
    });
    expect(best('blends-only', key('#ffffff'))!.backdrop).toBeNull();
    expect(best('live-mixer', overlay())!.format).toBe('vp9');
    expect(best('stills-only', overlay())!.format).toBe('png');
    expect(bestFor(receiver('stills-only'), overlay(), [formatById('vp9')!])).toBeNull();
  });

  it('say what goes wrong before anything is made', () => {
    const [h264, vp9, gif] = ['h264', 'vp9', 'gif'].map((id) => formatById(id)!);
    expect(cannotOpen(receiver('stills-only'), vp9)).toMatch(/cannot open \.webm/);
    expect(trouble(receiver('clear-video'), overlay(), vp9)).toBeNull();
    expect(trouble(receiver('clear-video'), overlay(), gif)).toMatch(/soft edges/);
    expect(trouble(receiver('picked-key'), overlay(), h264)).toMatch(/needs a key colour/);
    expect(trouble(receiver('picked-key'), key('#00ff00'), h264)).toBeNull();
    expect(trouble(receiver('blends-only'), key('#00ff00'), h264)).toMatch(/black or white/);
    expect(trouble(receiver('black-behind'), overlay(), vp9)).toMatch(/black there/);
    expect(trouble(null, overlay(), h264)).toMatch(/turns black/);
  });

  it('are tried with each backdrop they can use, none of it twice', () => {
    const changes = changesFor(receiver('picked-key'), key('#00ff00'), FORMATS);
    const colours = changes.map(({ backdrop }) => (backdrop as { colour: string }).colour);
    expect([...colours].sort()).toEqual(['#0000ff', '#00ff00', '#ff00ff']);
    // Read off its own words: it takes H.264 and VP9 video, GIF and PNG.
    const readable = ['h264', 'vp9', 'gif', 'png'];
    expect(changes.every(({ format }) => readable.includes(format))).toBe(true);
  });
});

it('a way of laying that nothing was said about is an error, not another one', () => {
  const odd = { ...receiver('clear-video'), laying: { kind: 'mystery' } } as unknown as Receiver;
  expect(() => trouble(odd, overlay(), formatById('vp9')!)).toThrow(/no laying.*mystery/);
  expect(() => backdropsFor(odd)).toThrow(/mystery/);
  expect(() => treatmentsOf(odd.laying, [0, 0, 0])).toThrow(/mystery/);
});

/** A red square with clear all round, or on a colour. */
function square(under: readonly [number, number, number, number]): Uint8ClampedArray {
  const data = new Uint8ClampedArray(32 * 32 * 4);
  for (let i = 0; i < 32 * 32; i++) {
    const [x, y] = [i % 32, Math.floor(i / 32)];
    const inside = x >= 8 && x < 24 && y >= 8 && y < 24;
    data.set(inside ? [200, 40, 30, 255] : under, i * 4);
  }
  return data;
}
const taken = (id: string, picture: Uint8ClampedArray, which = 0) => {
  const data = picture.slice();
  const settings = treatmentsOf(receiver(id).laying, cornerColour(picture, 32, 32));
  takeIn(data, 32, 32, settings[which]);
  const pixel = (x: number, y: number) => [...data.subarray((y * 32 + x) * 4).subarray(0, 4)];
  return { middle: pixel(16, 16), corner: pixel(1, 1) };
};

describe('what a receiver makes of a picture', () => {
  it('is the picture itself where alpha is used', () => {
    expect(taken('clear-video', square([0, 0, 0, 0]))).toEqual({
      middle: [200, 40, 30, 255],
      corner: [0, 0, 0, 0],
    });
  });

  it('has black behind where alpha is ignored', () => {
    const { middle, corner } = taken('black-behind', square([0, 0, 0, 0]));
    expect(corner).toEqual([0, 0, 0, 255]);
    middle.forEach((level, c) => expect(Math.abs(level - [200, 40, 30, 255][c])).toBeLessThan(4));
  });

  it('has the picked colour taken out, and the artwork kept', () => {
    const { middle, corner } = taken('picked-key', square([0, 208, 64, 255]), 1);
    expect(corner[3]).toBe(0);
    expect(middle[3]).toBe(255);
  });

  it('has only green or blue taken out by a receiver that knows no other', () => {
    expect(taken('fixed-key', square([0, 255, 0, 255])).corner[3]).toBe(0);
    expect(taken('fixed-key', square([0, 0, 255, 255])).corner[3]).toBe(0);
    expect(taken('fixed-key', square([255, 0, 255, 255])).corner[3]).toBe(255);
  });

  it('has lost half of its chroma’s resolution, and nothing of flat colours', () => {
    const flat = square([0, 0, 255, 255]);
    throughI420(flat, 32, 32);
    [0, 0, 255].forEach((level, c) => expect(Math.abs(flat[c] - level)).toBeLessThan(4));
    const lines = Uint8ClampedArray.from({ length: 32 * 32 * 4 }, (_, i) =>
      i % 4 === 3 || (i % 4 === 0 && (i >> 2) % 2 === 0) ? 255 : 0,
    );
    throughI420(lines, 32, 32);
    expect(lines[0] - lines[4]).toBeLessThan(200);
  });
});

describe('the difference between two pictures', () => {
  it('is found with the square that differs most', () => {
    const meant = square([0, 0, 0, 255]);
    const got = meant.slice();
    got.fill(255, (2 * 32 + 30) * 4, (2 * 32 + 32) * 4);
    const { squared, worst } = differenceOf(meant, got, 32, 32);
    expect(squared).toBeCloseTo(2 / (32 * 32), 6);
    expect(worst.box).toEqual({ left: 30, top: 2, right: 32, bottom: 4 });
    expect(psnrOf(worst.squared)!).toBeCloseTo(3.01, 1);
    expect(psnrOf(0)).toBeNull();
    const shown = differencePicture(meant, got);
    expect(shown[(2 * 32 + 30) * 4]).toBe(255);
    expect(shown[0]).toBe(0);
  });
});
