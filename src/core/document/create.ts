import type { Rate } from '../time';
import { DEFAULT_FONT } from '../text/fonts';
import { moveKind } from '../motion/moves';
import {
  DOCUMENT_VERSION,
  type Footage,
  type ItemSource,
  type KeySettings,
  type Landing,
  type LandingItem,
  type Move,
  type Overlay,
  type Phase,
  type ShapeLayer,
  type WordsLayer,
} from './types';

/** Canvas sizes offered by shape; any other size can be typed. */
export const SIZES: readonly {
  readonly label: string;
  readonly width: number;
  readonly height: number;
}[] = [
  { label: '16:9', width: 1920, height: 1080 },
  { label: '9:16', width: 1080, height: 1920 },
  { label: '1:1', width: 1080, height: 1080 },
  { label: '4:3', width: 1440, height: 1080 },
];

export const CANVAS_LIMIT = { min: 16, max: 7680 } as const;

const RATE_30: Rate = { num: 30, den: 1 };

interface Stamp {
  readonly id: string;
  readonly created: number;
}

export const createOverlay = ({ id, created }: Stamp, name: string): Overlay => ({
  kind: 'overlay',
  version: DOCUMENT_VERSION,
  id,
  created,
  name,
  width: 1920,
  height: 1080,
  rate: RATE_30,
  length: 120,
  backdrop: { kind: 'clear' },
  layers: [],
  guide: null,
});

export const createLanding = (
  { id, created }: Stamp,
  name: string,
  base: Footage | null,
): Landing => {
  const rate = base?.rate ?? RATE_30;
  return {
    kind: 'landing',
    version: DOCUMENT_VERSION,
    id,
    created,
    name,
    width: base ? even(base.width) : 1920,
    height: base ? even(base.height) : 1080,
    rate,
    length: base?.rate ? Math.max(1, Math.round((base.duration * rate.num) / rate.den)) : 150,
    base: base?.id ?? null,
    items: [],
  };
};

/** H.264 in 4:2:0 needs even sizes. */
const even = (value: number) => Math.max(2, value - (value % 2));

const newLayer = (id: string, overlay: Overlay) => ({
  id,
  hidden: false,
  place: { x: overlay.width / 2, y: overlay.height / 2, scale: 1, rotation: 0 },
  opacity: 1,
  blend: 'normal' as const,
  from: 0,
  to: overlay.length,
  moves: [],
  border: null,
  shadow: null,
});

export const createWords = (id: string, overlay: Overlay, text: string): WordsLayer => ({
  ...newLayer(id, overlay),
  kind: 'words',
  name: text,
  text,
  font: DEFAULT_FONT,
  size: Math.round(overlay.height / 9),
  letterSpacing: 0,
  lineSpacing: 1.2,
  align: 'centre',
  fill: { colour: '#ffffff', opacity: 1 },
});

export const createShape = (
  id: string,
  overlay: Overlay,
  shape: ShapeLayer['shape'],
): ShapeLayer => ({
  ...newLayer(id, overlay),
  kind: 'shape',
  name: shape === 'rectangle' ? 'Band' : 'Spot',
  shape,
  width: Math.round(overlay.width / (shape === 'rectangle' ? 2 : 5)),
  height: Math.round(overlay.height / 5),
  radius: 0,
  fill: { colour: '#b3432b', opacity: 1 },
});

/** A move with its kind's own starting values, cued at `frame`. */
export function createMove(
  id: string,
  kindName: string,
  phase: Phase,
  frame: number,
  length: number,
): Move {
  const kind = moveKind(kindName);
  return {
    id,
    kind: kindName,
    phase,
    length: kind.stepwise ? 1 : length,
    easing: kind.easing,
    params: Object.fromEntries(kind.params.map((param) => [param.name, param.initial[phase]])),
    spread: { over: kind.stepwise ? 'letters' : 'whole', order: 'forward', gap: 2, seed: 1 },
    cue: { kind: 'at', frame },
  };
}

export const DEFAULT_KEY: KeySettings = {
  colour: '#00d040',
  tolerance: 0.06,
  softness: 0.7,
  spill: 1,
};

/** An item in the middle of the landing, made to fit its canvas when it is larger. */
export const createItem = (
  id: string,
  name: string,
  source: ItemSource,
  size: { readonly width: number; readonly height: number },
  landing: Landing,
): LandingItem => ({
  id,
  name,
  hidden: false,
  source,
  start: 0,
  place: {
    x: landing.width / 2,
    y: landing.height / 2,
    scale: Math.min(1, landing.width / size.width, landing.height / size.height),
    rotation: 0,
  },
  opacity: 1,
  blend: 'normal',
  key: null,
});
