import {
  createBoil,
  createInk,
  createLanded,
  createLanding,
  createMove,
  createOverlay,
  createShape,
  createWords,
  DEFAULT_KEY,
  placeAt,
  solid,
  type Footage,
  type Landing,
  type Move,
  type Overlay,
  type Place,
} from '@/core/document';
import { addLayer, addTrack, createTrack, shiftLayer, updateLayer } from '@/core/edit';
import { strokesOfSession } from '@/core/ink/session';
import { penSessions } from './pen';
import { DRAWING_AREA, KEY_COLOUR } from './scenes/handwriting';

/** A fixed moment, so that the same kit comes out each time: 1 September 2026. */
const CREATED = Date.UTC(2026, 8, 1);
const stamp = (id: string, minutes: number) => ({ id, created: CREATED + minutes * 60_000 });

function move(
  id: string,
  kind: string,
  phase: Move['phase'],
  frame: number,
  length: number,
  change: Partial<Move> = {},
): Move {
  const made = createMove(id, kind, phase, frame, length);
  return { ...made, ...change, params: { ...made.params, ...change.params } };
}

/** A lower third: a band, then words letter by letter once it has arrived. */
export function windCard(guide: Footage): Overlay {
  const base = { ...createOverlay(stamp('wind-card', 3), 'Wind card'), length: 180 };
  const band = {
    ...createShape('band', base, 'rectangle'),
    name: 'Band',
    width: 1080,
    height: 150,
    params: { radius: 24 },
    place: placeAt(640, 820),
    fill: solid('#b3432b'),
    moves: [
      move('band-in', 'slide', 'arrive', 6, 18, { params: { angle: 180, distance: 1200 } }),
      move('band-out', 'fade', 'leave', 160, 15),
    ],
  };
  const title = {
    ...createWords('title', base, 'Southwest, rising'),
    size: 104,
    align: 'left' as const,
    place: placeAt(160, 826),
    moves: [
      move('title-in', 'slide', 'arrive', 0, 14, {
        easing: 'settle',
        params: { angle: 180, distance: 120 },
        stagger: { over: 'letters', order: 'forward', gap: 1.2, seed: 1 },
        cue: { kind: 'after', move: 'band-in', gap: 2 },
      }),
      move('title-fade', 'fade', 'arrive', 0, 8, {
        stagger: { over: 'letters', order: 'forward', gap: 1.2, seed: 1 },
        cue: { kind: 'alongside', move: 'title-in', offset: 0 },
      }),
      move('title-out', 'fade', 'leave', 0, 12, {
        cue: { kind: 'alongside', move: 'band-out', offset: 0 },
      }),
    ],
  };
  const place = {
    ...createWords('place', base, 'Fennel Hill'),
    font: 'caveat',
    size: 84,
    align: 'left' as const,
    place: placeAt(162, 700),
    border: { colour: '#4b2e73', width: 5, side: 'outside' as const },
    moves: [
      move('place-in', 'fade', 'arrive', 0, 15, {
        cue: { kind: 'after', move: 'title-in', gap: -6 },
      }),
      move('place-out', 'fade', 'leave', 0, 12, {
        cue: { kind: 'alongside', move: 'band-out', offset: 0 },
      }),
    ],
  };
  return {
    ...base,
    layers: [band, title, place],
    guide: { footage: guide.id, seconds: 2, strength: 0.6 },
  };
}

/** A call-out: a dark pill that grows with words typed on, placed against a guide frame. */
export function gustCallOut(guide: Footage): Overlay {
  const base = { ...createOverlay(stamp('gust-call-out', 2), 'Gust call-out'), length: 120 };
  const pill = {
    ...createShape('pill', base, 'rectangle'),
    name: 'Pill',
    width: 560,
    height: 150,
    params: { radius: 75 },
    place: placeAt(480, 300),
    fill: solid('#231c35'),
    shadow: { colour: '#000000', opacity: 0.45, dx: 0, dy: 8, blur: 28 },
    moves: [
      move('pill-in', 'grow', 'arrive', 4, 16),
      move('pill-out', 'grow', 'leave', 100, 10, { easing: 'ease in' }),
    ],
  };
  const words = {
    ...createWords('gust', base, 'Gust 18 kn'),
    font: 'bricolage-grotesque',
    size: 84,
    place: placeAt(480, 302),
    fill: solid('#f2b63c'),
    moves: [
      move('gust-in', 'type on', 'arrive', 0, 1, {
        stagger: { over: 'letters', order: 'forward', gap: 2, seed: 1 },
        cue: { kind: 'after', move: 'pill-in', gap: 0 },
      }),
      move('gust-out', 'fade', 'leave', 0, 6, {
        cue: { kind: 'alongside', move: 'pill-out', offset: -2 },
      }),
    ],
  };
  return {
    ...base,
    layers: [pill, words],
    guide: { footage: guide.id, seconds: 4, strength: 0.7 },
  };
}

/** Letters over a key colour that one of them shares, with a soft shadow: what Check is for. */
export function lettersLand(): Overlay {
  const base: Overlay = {
    ...createOverlay(stamp('letters-land', 1), 'Letters land'),
    length: 90,
    backdrop: { kind: 'key', colour: '#00d040' },
  };
  const word = (id: string, text: string, x: number, colour: string, gap: number) => ({
    ...createWords(id, base, text),
    font: 'alfa-slab-one',
    size: 260,
    place: placeAt(x, 560),
    fill: solid(colour),
    shadow: { colour: '#000000', opacity: 0.7, dx: 6, dy: 10, blur: 30 },
    moves: [
      move(`${id}-in`, 'slide', 'arrive', 4 + gap, 14, {
        easing: 'settle',
        params: { angle: 270, distance: 700 },
        stagger: { over: 'letters', order: 'forward', gap: 3, seed: 1 },
      }),
    ],
  });
  return {
    ...base,
    layers: [word('fennel', 'FENN', 640, '#ffffff', 0), word('el', 'EL', 1330, '#1fb24a', 12)],
  };
}

/** A word written by hand as it is read, underlined, its lines alive ever after. */
export function gustByHand(): Overlay {
  const base = { ...createOverlay(stamp('gust-by-hand', 0), 'Gust, by hand'), length: 120 };
  const session = (name: string) => penSessions().find((entry) => entry.name === name)!;
  const style = { brush: 'brush', colour: '#f2b63c', size: 34 };
  const word = strokesOfSession(session('gust-1'), 900, style, { x: 0, y: -60 });
  const line = strokesOfSession(
    session('underline'),
    980,
    { ...style, size: 20 },
    { x: 0, y: 400 },
  );
  const ink = {
    ...createInk('ink', base, 'drawing'),
    name: 'Gust',
    drawings: [{ id: 'drawing', hold: 1, strokes: [...word, ...line] }],
    boil: { ...createBoil(base), strength: 4 },
    moves: [
      move('write', 'write on', 'arrive', 6, 50),
      move('gone', 'write on', 'leave', 100, 18, { params: { first: 1, even: 1, pauses: 0 } }),
    ],
  };
  return { ...base, layers: [ink] };
}

export function episodeOpening(base: Footage, card: Overlay, beat: Footage): Landing {
  const landing = createLanding(stamp('episode-opening', 5), 'Episode opening', base);
  const landed = shiftLayer(addLayer(landing, createLanded('card', landing, card)), 'card', 30);
  return addTrack(landed, { ...createTrack('beat', beat), gain: -6, fadeOut: 1 });
}

export function lineOnTheHill(base: Footage, recording: Footage): Landing {
  const landing = createLanding(stamp('line-on-the-hill', 4), 'Line over the meadow', base);
  const line = createLanded('line', landing, recording);
  return updateLayer(addLayer(landing, line), 'line', {
    place: { ...line.place, ...fillWithDrawing(recording) },
    key: { ...DEFAULT_KEY, colour: KEY_COLOUR },
  });
}

/** Enlarged and shifted until the recorder's borders lie outside the picture. */
function fillWithDrawing({ width, height }: Footage): Place {
  const { left, top, width: inner, height: innerHeight } = DRAWING_AREA;
  const scale = 1.02 * Math.max(width / inner, height / innerHeight);
  const off = { x: left + inner / 2 - width / 2, y: top + innerHeight / 2 - height / 2 };
  return { x: width / 2 - off.x * scale, y: height / 2 - off.y * scale, scale, rotation: 0 };
}
