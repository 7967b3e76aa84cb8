import { act, renderHook } from '@testing-library/react';
import { createLanding, type Bundle, type Landing } from '@/core/document';
import { addTrack, createTrack } from '@/core/edit';
import { silence } from '@/core/sound/types';
import { video } from '../fixtures';

import { engine } from '@/engine/engine';
import { Player } from '@/store/player';
import { useSound } from '@/store/useSound';

jest.mock('@/engine/engine', () => ({ engine: { mixSound: jest.fn() } }));

const mixSound = jest.mocked(engine.mixSound);

const beat = video({ id: 'beat', type: 'sound', width: 0, height: 0, duration: 300, rate: null });
const ground = createLanding({ id: 'l', created: 0 }, 'Landing', video({ duration: 300 }));
const landing: Landing = addTrack(ground, createTrack('t', beat));
const bundleOf = (document: Landing): Bundle => ({
  ...{ document, overlays: [], fonts: [], luts: [] },
  footage: [beat],
});

/** Time as the context tells it, which a test moves on. */
let now = 0;
const stopped: unknown[] = [];

beforeEach(() => {
  now = 0;
  stopped.length = 0;
  mixSound.mockReset();
  mixSound.mockImplementation(async (_bundle, from, to) => silence((to - from) * 1920));
  jest.useFakeTimers();
  (globalThis as { AudioContext?: unknown }).AudioContext = class {
    get currentTime() {
      return now;
    }
    destination = {};
    createBuffer = (_channels: number, length: number) => ({
      duration: length / 48_000,
      copyToChannel: () => undefined,
    });
    createBufferSource = () => ({
      connect: () => undefined,
      start: () => undefined,
      stop: () => stopped.push(null),
    });
    close = async () => undefined;
  };
});
afterEach(() => jest.useRealTimers());

/** Lets the context and the timers run on together. */
async function pass(seconds: number) {
  for (let t = 0; t < seconds; t += 0.05) {
    now += 0.05;
    await act(() => jest.advanceTimersByTimeAsync(50));
  }
}

const furthest = () => Math.max(...mixSound.mock.calls.map(([, , to]) => to)) / 25;

function playing() {
  const player = new Player();
  const hook = renderHook(({ bundle }: { bundle: Bundle }) => useSound(bundle, player), {
    initialProps: { bundle: bundleOf(landing) },
  });
  act(() => player.toggle(landing.length));
  return { ...hook, player };
}

it('no more is mixed than two blocks ahead of what is heard, however long it plays', async () => {
  playing();
  await pass(20);
  expect(furthest()).toBeGreaterThan(20);
  expect(furthest() - now).toBeLessThan(2.5);
});

it('a change of what is heard is heard soon; another edit does not break the sound', async () => {
  const { rerender, player } = playing();
  await pass(3);
  act(() => player.report({ frame: 90, playing: true, dropped: 0 }));
  const before = mixSound.mock.calls.length;
  rerender({ bundle: bundleOf({ ...landing, name: 'Renamed' }) });
  await pass(0.3);
  expect(stopped).toHaveLength(0);
  const muted = { ...landing, sounds: landing.sounds.map((track) => ({ ...track, muted: true })) };
  rerender({ bundle: bundleOf(muted) });
  await pass(0.3);
  expect(stopped.length).toBeGreaterThan(0);
  const [sent, from] = mixSound.mock.calls
    .slice(before)
    .find(([{ document }]) => document === muted)!;
  expect((sent.document as Landing).sounds[0].muted).toBe(true);
  expect(from).toBe(90);
});
