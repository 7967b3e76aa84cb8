import { placeAt } from '../document/layers';
import { DEFAULT_KEY } from '../document/createKey';
import type { Blend, ClipLayer, KeySettings, TimeRange } from '../document/layers';
import type { Footage, Stack } from '../document/types';
import { chroma, parseHex, luma } from '../colour';
import { keptSeconds } from '../retime/clipTime';
import type { Box } from '../geometry/box';
import type { DrawingArea } from './types';
import type { DrawingTimes } from './times';

/** What was found in a recording of somebody drawing, to be changed by hand and then used. */
export interface RecordingProposal {
  /** Pixels of the footage; null where there are no borders. */
  readonly area: Box | null;
  readonly paper: string;
  /** Seconds of the footage. */
  readonly in: number;
  readonly out: number;
  readonly shownFirst: boolean;
  readonly skips: readonly TimeRange[];
}

/**
 * @param scale frame pixels of the footage to one that was looked at
 * @param rate frames a second of the footage
 */
export function recordingProposal(
  area: DrawingArea,
  times: DrawingTimes,
  scale: number,
  rate: number,
): RecordingProposal {
  const { left, top, right, bottom } = area.box;
  const seconds = (frame: number) => frame / rate;
  return {
    area: area.bordered
      ? { left: left * scale, top: top * scale, right: right * scale, bottom: bottom * scale }
      : null,
    paper: area.paper,
    in: seconds(times.in),
    out: seconds(times.out),
    shownFirst: times.shownFirst,
    skips: times.idle.map(({ from, to }) => ({ from: seconds(from), to: seconds(to) })),
  };
}

/** How far a colour has to be from grey, of 0.5 at most, to be taken out as a key. */
const ENOUGH_CHROMA = 0.12;

/** How the paper is removed: by a chroma key, or, where it is grey, by a blend mode. */
export function paperRemoval(paper: string): {
  readonly key: KeySettings | null;
  readonly blend: Blend;
} {
  const [r, g, b] = parseHex(paper);
  if (Math.hypot(...chroma(r, g, b)) >= ENOUGH_CHROMA) {
    return { key: { ...DEFAULT_KEY, colour: paper }, blend: 'normal' };
  }
  return { key: null, blend: luma(r, g, b) > 0.5 ? 'multiply' : 'screen' };
}

/** What a person settles about a recording beside what was found. */
export interface RecordingChoice {
  readonly proposal: RecordingProposal;
  readonly crops: boolean;
  readonly skipsRests: boolean;
  readonly removesPaper: boolean;
  /** Whether what is drawn on is laid over all of the canvas; else the clip keeps its size and place. */
  readonly fills: boolean;
  /** Seconds it is to take. */
  readonly takes: number;
  /** Its ink becomes this colour; null keeps it. */
  readonly ink: string | null;
}

/** A clip of a recording as an ink-like one: only what was drawn, in the time it is to take. */
export function withRecording(
  layer: ClipLayer,
  canvas: Pick<Stack, 'width' | 'height'>,
  footage: Footage,
  choice: RecordingChoice,
): ClipLayer {
  const { proposal, skipsRests, removesPaper, fills, takes, ink } = choice;
  const area = shownArea(footage, choice);
  const removal = removesPaper ? paperRemoval(proposal.paper) : { key: null, blend: layer.blend };
  const time = {
    ...layer.time,
    in: proposal.in,
    out: proposal.out,
    skips: skipsRests ? proposal.skips : [],
    after: 'hold' as const,
  };
  return {
    ...layer,
    ...(fills ? { ...fittingBox(area, canvas, footage), fit: 'fill' } : {}),
    ...removal,
    edges: { ...layer.edges, crop: cropOf(area, footage) },
    time: { ...time, speed: clampSpeed(keptSeconds(time, footage.duration) / takes) },
    effects: ink
      ? { ...layer.effects, tint: ink, tintStrength: 1 }
      : { ...layer.effects, tintStrength: 0 },
  };
}

/** What of a recording is shown, in its own pixels. */
function shownArea(footage: Footage, { crops, proposal }: RecordingChoice): Box {
  const whole = { left: 0, top: 0, right: footage.width, bottom: footage.height };
  return crops && proposal.area ? inset(proposal.area, whole) : whole;
}

/** How much larger a clip becomes where what is drawn on fills the canvas: 2 is twice as wide. */
export function enlargedBy(
  layer: ClipLayer,
  canvas: Pick<Stack, 'width' | 'height'>,
  footage: Footage,
  choice: RecordingChoice,
): number {
  const fitted = fittingBox(shownArea(footage, choice), canvas, footage);
  return fitted.width / (layer.width * layer.place.scale * layer.place.stretch);
}

/** Pixels over which an encoder blurs a border into the paper, where a key would leave a rim. */
const BLURRED = 2;

/** An area without the blur along those of its sides that have a border. */
const inset = (area: Box, whole: Box): Box => ({
  left: area.left > whole.left ? area.left + BLURRED : area.left,
  top: area.top > whole.top ? area.top + BLURRED : area.top,
  right: area.right < whole.right ? area.right - BLURRED : area.right,
  bottom: area.bottom < whole.bottom ? area.bottom - BLURRED : area.bottom,
});

const clampSpeed = (speed: number): number => Math.min(100, Math.max(0.01, speed));

const cropOf = (area: Box, { width, height }: Footage) => ({
  left: area.left / width,
  top: area.top / height,
  right: 1 - area.right / width,
  bottom: 1 - area.bottom / height,
});

/** The layer's size and place with which an area of the footage fits the canvas about its middle. */
function fittingBox(
  area: Box,
  canvas: { readonly width: number; readonly height: number },
  footage: Footage,
): Pick<ClipLayer, 'width' | 'height' | 'place'> {
  const scale = Math.min(
    canvas.width / (area.right - area.left),
    canvas.height / (area.bottom - area.top),
  );
  const offX = (area.left + area.right) / 2 - footage.width / 2;
  const offY = (area.top + area.bottom) / 2 - footage.height / 2;
  return {
    width: footage.width * scale,
    height: footage.height * scale,
    place: placeAt(canvas.width / 2 - offX * scale, canvas.height / 2 - offY * scale),
  };
}
