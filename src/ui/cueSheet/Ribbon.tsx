import { TOUCH } from '../theme';
import { byFrames, useFrameDrag } from './frameDrag';
import { Grasp } from './Grasp';
import { graspsOf, linkAt } from './grasps';
import { LinkHandle } from './LinkHandle';
import { RibbonDrawing } from './RibbonDrawing';
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

/** A layer's time, to be dragged, trimmed and linked. */
export function Ribbon(props: RibbonProps) {
  const { lane, pixels, offset, snaps, selected, onShift, onTrim, onStretch, onSelect } = props;
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
        <RibbonDrawing {...{ lane, pixels, width, selected }} />
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
