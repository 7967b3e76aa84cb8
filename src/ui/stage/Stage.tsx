import { useRef, useState, type ReactNode } from 'react';
import { StyleSheet, View, type LayoutChangeEvent } from 'react-native';
import { useGesture } from '@use-gesture/react';
import type { Place } from '@/core/document';
import { handleChange, movedPlace, snapBox, snapLines, turnedPlace } from '@/core/place';
import { boxAround, boxCentre, quadHolds, type Box, type Point, type Quad } from '@/core/scene';
import { arrowStep, keyGesture, newGesture, POINTER_DRAG } from '../gesture';
import { Alert } from '../Alert';
import { TOUCH, useTokens } from '../theme';
import { ReachContext } from './reach';
import { handleAt, Selection, Stitch, type HandleKind } from './Selection';
import { useCanvas } from './useCanvas';

/** Something on the stage that can be chosen and placed. */
export interface StageThing {
  readonly id: string;
  readonly name: string;
  readonly place: Place;
  /** The point it turns and grows about, in document pixels. */
  readonly pivot: Point;
}

interface StageProps {
  readonly width: number;
  readonly height: number;
  readonly attach: (canvas: HTMLCanvasElement) => () => void;
  readonly onSize: (width: number, height: number) => void;
  readonly problem: string | null;
  /** Bottom first. */
  readonly things: readonly StageThing[];
  readonly quads: ReadonlyMap<string, Quad>;
  readonly selected: readonly string[];
  /** `more` adds to what is chosen already. */
  readonly onSelect: (id: string | null, more: boolean) => void;
  /** What an offset in document pixels is to a thing; left out where all of them count alike. */
  readonly offsetOf?: (id: string, dx: number, dy: number) => Point;
  readonly onPlace: (id: string, place: Place, gesture: string) => void;
  /** Drawn over the canvas, which it covers exactly. */
  readonly children?: ReactNode;
}

/** Screen pixels within which a dragged thing snaps. */
const SNAP_REACH = 6;

interface Grip {
  readonly thing: StageThing;
  /** Left out where the thing itself is dragged. */
  readonly handle?: HandleKind;
  readonly quad: Quad;
  readonly gesture: string;
}

/** The canvas on its mat, as large as fits; things on it are dragged, pinched, turned and nudged. */
export function Stage(props: StageProps) {
  const { width, height, things, quads, selected, onSelect, onPlace } = props;
  const offsetOf = props.offsetOf ?? ((_id, x, y) => ({ x, y }));
  const tokens = useTokens();
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const [snapped, setSnapped] = useState<{ x: number | null; y: number | null }>({
    x: null,
    y: null,
  });
  const surface = useRef<HTMLDivElement>(null);
  const [reach, setReach] = useState<Box | null>(null);
  const seen = reach ?? { left: 0, top: 0, right: width, bottom: height };
  const fit =
    Math.min(room.width / (seen.right - seen.left), room.height / (seen.bottom - seen.top)) || 0;
  const off = {
    x: ((width - seen.left - seen.right) / 2) * fit,
    y: ((height - seen.top - seen.bottom) / 2) * fit,
  };
  const shown = { width: Math.floor(width * fit), height: Math.floor(height * fit) };
  useCanvas(surface, props, shown);

  const toDocument = ([x, y]: readonly [number, number]): Point => {
    const frame = surface.current!.getBoundingClientRect();
    return { x: (x - frame.left) / fit, y: (y - frame.top) / fit };
  };
  const gripOf = (thing: StageThing | undefined): Grip | null => {
    const quad = thing && quads.get(thing.id);
    return thing && quad ? { thing, quad, gesture: newGesture() } : null;
  };
  const thingAt = (point: Point) =>
    things.findLast(({ id }) => quads.has(id) && quadHolds(quads.get(id)!, point));
  const chosen = things.find((thing) => thing.id === selected.at(-1));
  const isChosen = ({ id }: StageThing) => selected.includes(id);

  const drag = (grip: Grip, dx: number, dy: number) => {
    const moved = boxAround(grip.quad.map(({ x, y }) => ({ x: x + dx, y: y + dy })));
    const others = [...quads]
      .filter(([id]) => things.some((thing) => thing.id === id) && !selected.includes(id))
      .map(([, quad]) => boxAround(quad));
    const snap = snapBox(moved, snapLines({ width, height }, others), SNAP_REACH / fit);
    setSnapped({ x: snap.x, y: snap.y });
    const offset = offsetOf(grip.thing.id, dx + snap.dx, dy + snap.dy);
    onPlace(grip.thing.id, movedPlace(grip.thing.place, offset.x, offset.y), grip.gesture);
  };

  const pull = ({ thing, handle, gesture }: Grip, from: Point, to: Point) => {
    const { factor, degrees } = handleChange(thing.pivot, from, to);
    const turning = handle === 'turn';
    onPlace(
      thing.id,
      turnedPlace(thing.place, turning ? 1 : factor, turning ? degrees : 0),
      gesture,
    );
  };

  const bind = useGesture(
    {
      onDrag: ({
        event,
        first,
        last,
        tap,
        xy,
        initial,
        movement: [mx, my],
        memo,
        pinching,
        cancel,
      }) => {
        if (pinching) return cancel();
        if (tap) {
          if (handleAt(event.target)) return undefined;
          const point = toDocument(xy);
          onSelect(thingAt(point)?.id ?? null, event.shiftKey);
          return undefined;
        }
        let grip = memo as Grip | null | undefined;
        const handle = first ? handleAt(event.target) : null;
        if (handle) {
          const taken = gripOf(chosen);
          grip = taken && { ...taken, handle };
        } else if (first || grip === undefined) {
          const start = toDocument(initial);
          const held = things.find(
            (thing) =>
              isChosen(thing) && quads.has(thing.id) && isHeld(quads.get(thing.id)!, start, fit),
          );
          grip = gripOf(held ?? thingAt(start));
          if (grip && !held) onSelect(grip.thing.id, false);
        }
        if (grip?.handle) pull(grip, toDocument(initial), toDocument(xy));
        else if (grip) drag(grip, mx / fit, my / fit);
        if (last) setSnapped({ x: null, y: null });
        return grip;
      },
      onPinch: ({ first, movement: [factor, degrees], memo }) => {
        const grip = first || memo === undefined ? gripOf(chosen) : (memo as Grip | null);
        if (grip)
          onPlace(grip.thing.id, turnedPlace(grip.thing.place, factor, degrees), grip.gesture);
        return grip;
      },
    },
    { drag: { ...POINTER_DRAG, filterTaps: true, threshold: 2 }, pinch: { rubberband: false } },
  );

  const nudge = (event: React.KeyboardEvent) => {
    const step = chosen && arrowStep(event);
    if (!step) return;
    const offset = offsetOf(chosen.id, step.x, step.y);
    onPlace(chosen.id, movedPlace(chosen.place, offset.x, offset.y), keyGesture(event));
  };

  return (
    <View
      style={[styles.mat, { backgroundColor: tokens.mat }]}
      onLayout={({ nativeEvent: { layout } }: LayoutChangeEvent) =>
        setRoom({ width: layout.width, height: layout.height })
      }
    >
      <div
        {...bind()}
        ref={surface}
        role="application"
        aria-label="Stage"
        tabIndex={0}
        onKeyDown={nudge}
        style={{
          ...surfaceStyle,
          width: shown.width,
          height: shown.height,
          transform: `translate(${off.x}px, ${off.y}px)`,
        }}
      >
        <div data-stage-canvas="" style={fill} />
        <ReachContext value={{ fit, reach, setReach }}>{props.children}</ReachContext>
        <SnapMarks snapped={snapped} fit={fit} />
        {things
          .filter((thing) => isChosen(thing) && thing !== chosen && quads.has(thing.id))
          .map((thing) => (
            <Stitch key={thing.id} quad={quads.get(thing.id)!} fit={fit} />
          ))}
        {chosen && quads.has(chosen.id) ? (
          <Selection name={chosen.name} quad={quads.get(chosen.id)!} fit={fit} shown={shown} />
        ) : null}
        {props.problem ? <Alert text={props.problem} style={styles.problem} /> : null}
      </div>
    </View>
  );
}

/** Whether a finger at a point takes hold of a thing: of a small one, at a thumb's breadth of its middle. */
function isHeld(quad: Quad, at: Point, fit: number): boolean {
  const middle = boxCentre(boxAround(quad));
  const near = Math.hypot(at.x - middle.x, at.y - middle.y) * fit <= TOUCH / 2;
  return near || quadHolds(quad, at);
}

function SnapMarks({
  snapped,
  fit,
}: {
  snapped: { x: number | null; y: number | null };
  fit: number;
}) {
  const tokens = useTokens();
  const line = {
    position: 'absolute',
    backgroundColor: tokens.moon,
    pointerEvents: 'none',
  } as const;
  return (
    <>
      {snapped.x === null ? null : (
        <View style={[line, { left: snapped.x * fit, top: 0, bottom: 0, width: 1 }]} />
      )}
      {snapped.y === null ? null : (
        <View style={[line, { top: snapped.y * fit, left: 0, right: 0, height: 1 }]} />
      )}
    </>
  );
}

const fill = { position: 'absolute', inset: 0 } as const;
const surfaceStyle = { position: 'relative', touchAction: 'none', outlineOffset: 2 } as const;

const styles = StyleSheet.create({
  mat: {
    flex: 1,
    alignItems: 'center',
    justifyContent: 'center',
    overflow: 'hidden',
    minHeight: 0,
  },
  problem: { position: 'absolute', left: 8, right: 8, bottom: 8 },
});
