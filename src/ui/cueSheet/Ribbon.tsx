import { useDrag } from '@use-gesture/react';
import { useState, type KeyboardEvent } from 'react';
import { Icon } from 'react-native-paper';
import Svg, { Defs, Line, Path, Pattern, Rect } from 'react-native-svg';
import { snapShift } from '@/core/time/snapShift';
import { arrowStep, keyGesture, newGesture, onPressKeys, POINTER_DRAG } from '../gesture';
import { TOUCH, useTokens } from '../theme';
import { graspsOf, linkAt } from './grasps';
import type { Lane } from './types';

interface RibbonProps {
  readonly lane: Lane;
  /** Screen pixels per frame. */
  readonly pixels: number;
  readonly offset: number;
  /** Screen pixels that the lane is long. */
  readonly total: number;
  /** Frames on which what is dragged comes to rest when it is near. */
  readonly snaps: readonly number[];
  readonly selected: boolean;
  /** `more` adds to what is chosen already. */
  readonly onSelect: (more: boolean) => void;
  /** Ends a link that was dragged from this ribbon, at a point of the screen. */
  readonly onLink?: (x: number, y: number) => void;
  /** `by` is the change in frames since the gesture's last call. */
  readonly onShift: (by: number, gesture: string) => void;
  readonly onTrim: (end: 'from' | 'to', by: number, gesture: string) => void;
  readonly onStretch: (part: 'arrive' | 'leave', by: number, gesture: string) => void;
  /** Moves the keyframes at a frame. */
  readonly onKey?: (frame: number, by: number, gesture: string) => void;
  readonly onScrub: (frame: number) => void;
}

const HEIGHT = 28;
const TOP = (TOUCH - HEIGHT) / 2;
const SLANT = 8;
/** Screen pixels within which a drag comes to rest on a frame. */
const SNAP = 8;

/** A layer's time: slanted where it arrives and leaves, plain where it stays. */
export function Ribbon(props: RibbonProps) {
  const { lane, pixels, offset, snaps, selected, onShift, onTrim, onStretch, onSelect } = props;
  const tokens = useTokens();
  const left = offset + lane.from * pixels;
  const width = Math.max(8, (lane.to - lane.from) * pixels);
  const arrive = lane.arrive * pixels;
  const leave = lane.leave * pixels;
  const arrived = lane.arrive > 0 ? [lane.from + lane.arrive] : [];
  const grasps = graspsOf({ left, width, arrive, leave, total: props.total });
  const body = useFrameDrag({ pixels, snaps, frames: [lane.from, ...arrived] }, onShift, onSelect);
  const name = lane.name;
  return (
    <>
      <div
        {...body()}
        role="button"
        tabIndex={selected ? 0 : -1}
        aria-label={`Ribbon of ${name}`}
        onKeyDown={byFrames(onShift, onSelect)}
        style={{
          position: 'absolute',
          left,
          top: 0,
          width,
          height: TOUCH,
          touchAction: 'none',
          cursor: 'grab',
        }}
      >
        <Svg width={width} height={HEIGHT} style={{ marginTop: TOP, pointerEvents: 'none' }}>
          <Defs>
            <Pattern
              id={`slant-${lane.id}`}
              width={7}
              height={7}
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(28)"
            >
              <Rect width={7} height={7} fill={tokens.plumSoft} />
              <Line x1={2} y1={0} x2={2} y2={7} stroke={tokens.plum} strokeWidth={2.5} />
            </Pattern>
          </Defs>
          <Rect
            width={width}
            height={HEIGHT}
            rx={8}
            fill={selected ? tokens.card : tokens.plumSoft}
            stroke={tokens.plumSoft}
          />
          {arrive > 0 ? (
            <Path
              d={`M8 0H${arrive + SLANT / 2}L${Math.max(0, arrive - SLANT / 2)} ${HEIGHT}H8Q0 ${HEIGHT} 0 ${HEIGHT - 8}V8Q0 0 8 0Z`}
              fill={`url(#slant-${lane.id})`}
            />
          ) : null}
          {leave > 0 ? (
            <Path
              d={`M${width - leave + SLANT / 2} 0H${width - 8}Q${width} 0 ${width} 8V${HEIGHT - 8}Q${width} ${HEIGHT} ${width - 8} ${HEIGHT}H${width - leave - SLANT / 2}Z`}
              fill={`url(#slant-${lane.id})`}
            />
          ) : null}
          {lane.wave ? <Wave wave={lane.wave} width={width} /> : null}
          {lane.marks.map((mark) => (
            <Rect
              key={mark.id}
              x={(mark.start - lane.from) * pixels}
              y={HEIGHT - 7}
              width={Math.max(4, (mark.end - mark.start) * pixels)}
              height={4}
              rx={2}
              fill={tokens.plum}
            />
          ))}
          {lane.keys.map((frame) => (
            <Path
              key={frame}
              d={diamond((frame - lane.from) * pixels, HEIGHT / 2)}
              fill={tokens.moon}
              stroke={tokens.ink}
              strokeWidth={1}
            />
          ))}
          {selected ? (
            <Rect
              x={1}
              y={1}
              width={width - 2}
              height={HEIGHT - 2}
              rx={7}
              fill="none"
              stroke={tokens.plum}
              strokeWidth={1.5}
              strokeDasharray="5 3"
            />
          ) : null}
        </Svg>
      </div>
      {selected && props.onLink ? (
        <LinkHandle name={name} at={linkAt(grasps)} onLink={props.onLink} />
      ) : null}
      {selected ? <KeyHandles {...props} /> : null}
      {lane.trims && selected ? (
        <>
          <Grasp
            label={`Start of ${name}`}
            at={grasps.start}
            {...{ pixels, snaps }}
            frame={lane.from}
            onDrag={(by, gesture) => onTrim('from', by, gesture)}
          />
          <Grasp
            label={`End of ${name}`}
            at={grasps.end}
            {...{ pixels, snaps }}
            frame={lane.to}
            onDrag={(by, gesture) => onTrim('to', by, gesture)}
          />
          {grasps.arrival !== null ? (
            <Grasp
              label={`Length of the arrival of ${name}`}
              at={grasps.arrival}
              {...{ pixels, snaps }}
              frame={lane.from + lane.arrive}
              onDrag={(by, gesture) => onStretch('arrive', by, gesture)}
            />
          ) : null}
          {grasps.departure !== null ? (
            <Grasp
              label={`Length of the leave of ${name}`}
              at={grasps.departure}
              {...{ pixels, snaps }}
              frame={lane.to - lane.leave}
              onDrag={(by, gesture) => onStretch('leave', -by, gesture)}
            />
          ) : null}
        </>
      ) : null}
    </>
  );
}

/** Keyframes are dragged in time; a tap puts the playhead on one. */
function KeyHandles({ lane, pixels, offset, snaps, onKey, onScrub }: RibbonProps) {
  if (!onKey) return null;
  // They never pass each other, so that each keeps its number while it is dragged.
  return lane.keys.map((frame, i) => (
    <Grasp
      key={i}
      label={`Keyframe ${i + 1} of ${lane.name}`}
      at={offset + frame * pixels}
      {...{ pixels, snaps, frame }}
      above
      onDrag={(by, gesture) => onKey(frame, by, gesture)}
      onTap={() => onScrub(frame)}
    />
  ));
}

const diamond = (x: number, y: number): string => `M${x - 5} ${y}l5 -5 5 5 -5 5Z`;

interface LinkHandleProps {
  readonly name: string;
  /** Where it begins, in screen pixels of the lane. */
  readonly at: number;
  readonly onLink: (x: number, y: number) => void;
}

/** Dragged onto another ribbon, it makes this one wait for that one. */
function LinkHandle({ name, at, onLink }: LinkHandleProps) {
  const tokens = useTokens();
  const [reach, setReach] = useState<readonly [number, number] | null>(null);
  const bind = useDrag(({ event, last, tap, xy, movement }) => {
    event.stopPropagation();
    setReach(last ? null : movement);
    if (last && !tap) onLink(xy[0], xy[1]);
  }, POINTER_DRAG);
  return (
    <div
      {...bind()}
      role="button"
      aria-label={`Let ${name} wait for another layer`}
      style={{
        position: 'absolute',
        left: at,
        top: 0,
        width: TOUCH,
        height: TOUCH,
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
        touchAction: 'none',
        cursor: 'crosshair',
        zIndex: 2,
        pointerEvents: reach ? 'none' : 'auto',
      }}
    >
      <div style={{ ...linkStyle, backgroundColor: tokens.card }}>
        <Icon source="link-variant" size={18} color={tokens.plum} />
      </div>
      {reach ? (
        <Svg
          style={{ position: 'absolute', left: TOUCH / 2, top: TOUCH / 2, overflow: 'visible' }}
          width={1}
          height={1}
        >
          <Line x1={0} y1={0} x2={reach[0]} y2={reach[1]} stroke={tokens.moon} strokeWidth={3} />
        </Svg>
      ) : null}
    </div>
  );
}

const linkStyle = { padding: 3, borderRadius: 12, display: 'flex' } as const;

interface Snapping {
  /** Screen pixels per frame. */
  readonly pixels: number;
  readonly snaps: readonly number[];
  /** Frames that the drag moves, any of which may come to rest. */
  readonly frames: readonly number[];
}

interface Held {
  readonly gesture: string;
  /** The frames as they were when the drag began. */
  readonly frames: readonly number[];
  readonly moved: number;
}

/** The arrows along the ruler do what a drag does, a frame at a time. */
const byFrames =
  (onMove: (by: number, gesture: string) => void, onPress: (more: boolean) => void) =>
  (event: KeyboardEvent) => {
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') return;
    const step = arrowStep(event);
    if (step) onMove(step.x, keyGesture(event));
    else onPressKeys(onPress)(event);
  };

/** Reports a drag in whole frames, step by step. */
function useFrameDrag(
  { pixels, snaps, frames }: Snapping,
  onMove: (by: number, gesture: string) => void,
  onTap: (more: boolean) => void = () => undefined,
) {
  return useDrag(
    ({ event, first, tap, movement: [x], memo }) => {
      if (tap) {
        onTap('shiftKey' in event && event.shiftKey);
        return undefined;
      }
      const held: Held = first || !memo ? { gesture: newGesture(), frames, moved: 0 } : memo;
      const moved = snapShift(Math.round(x / pixels), held.frames, snaps, SNAP / pixels);
      if (moved !== held.moved) onMove(moved - held.moved, held.gesture);
      return { ...held, moved };
    },
    { ...POINTER_DRAG, filterTaps: true },
  );
}

interface GraspProps extends Omit<Snapping, 'frames'> {
  readonly label: string;
  readonly at: number;
  /** The frame it stands for. */
  readonly frame: number;
  /** Taken before others in the same place. */
  readonly above?: boolean;
  readonly onDrag: (by: number, gesture: string) => void;
  readonly onTap?: () => void;
}

function Grasp({ label, at, frame, pixels, snaps, above, onDrag, onTap }: GraspProps) {
  const bind = useFrameDrag({ pixels, snaps, frames: [frame] }, onDrag, onTap);
  return (
    <div
      {...bind()}
      role="button"
      tabIndex={0}
      aria-label={label}
      onKeyDown={byFrames(onDrag, () => onTap?.())}
      style={{
        position: 'absolute',
        left: at - TOUCH / 2,
        top: 0,
        width: TOUCH,
        height: TOUCH,
        touchAction: 'none',
        cursor: 'ew-resize',
        zIndex: above ? 1 : 0,
      }}
    />
  );
}

/** A sound's waveform with its hits, across the ribbon. */
function Wave({
  wave,
  width,
}: {
  readonly wave: NonNullable<Lane['wave']>;
  readonly width: number;
}) {
  const tokens = useTokens();
  const columns = Math.max(1, Math.floor(width / 2));
  const middle = HEIGHT / 2;
  const half = Array.from({ length: columns }, (_, column) => {
    const from = Math.floor((column * wave.peaks.length) / columns);
    const to = Math.max(from + 1, Math.floor(((column + 1) * wave.peaks.length) / columns));
    return Math.max(0, ...wave.peaks.slice(from, to)) * (middle - 2);
  });
  const lines = half.map((high, i) => `M${i * 2} ${middle - high}V${middle + high}`).join('');
  return (
    <>
      <Path d={lines} stroke={tokens.plum} strokeWidth={1.2} />
      {wave.hits.map((at) => (
        <Line
          key={at}
          x1={at * width}
          x2={at * width}
          y1={2}
          y2={HEIGHT - 2}
          stroke={tokens.moon}
          strokeWidth={2}
        />
      ))}
    </>
  );
}
