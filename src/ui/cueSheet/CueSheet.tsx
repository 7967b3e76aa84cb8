import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View, type LayoutChangeEvent } from 'react-native';
import { useDrag, useGesture } from '@use-gesture/react';
import { type Rate } from '@/core/time';
import { POINTER_DRAG } from '../gesture';
import { useTokens } from '../theme';
import { LaneNames } from './LaneNames';
import { Links } from './Links';
import { Playhead, PlayheadLine, type Clock } from './Playhead';
import { Ribbon } from './Ribbon';
import { Ruler } from './Ruler';
import { EDGE, ROW, RULER, type CueLink, type Lane } from './types';

interface CueSheetProps {
  readonly lanes: readonly Lane[];
  readonly links: readonly CueLink[];
  /** Frames on which what is dragged comes to rest when it is near. */
  readonly snaps: readonly number[];
  readonly length: number;
  readonly rate: Rate;
  readonly clock: Clock;
  readonly selected: readonly string[];
  /** `more` adds to what is chosen already. */
  readonly onSelect: (id: string, more: boolean) => void;
  /** Puts a lane right above another one; null is the foot of the list. */
  readonly onDrop?: (id: string, below: string | null) => void;
  readonly onOpen?: (id: string) => void;
  /** Lets a lane wait for what is nearest to a frame of another lane. */
  readonly onLink?: (id: string, target: string, frame: number) => void;
  /** Moves a lane's keyframes at a frame. */
  readonly onKey?: (id: string, frame: number, by: number, gesture: string) => void;
  readonly onScrub: (frame: number) => void;
  /** Steps the playhead by frames. */
  readonly onStep: (by: number) => void;
  readonly onShift: (id: string, by: number, gesture: string) => void;
  readonly onTrim: (id: string, end: 'from' | 'to', by: number, gesture: string) => void;
  /** Sets how long the arrive or leave part of a ribbon takes. */
  readonly onStretch: (id: string, part: 'arrive' | 'leave', by: number, gesture: string) => void;
  /** What adds a lane; it stays in sight. */
  readonly add: React.ReactNode;
}

/** Pixels in which the ruler and two lanes are seen. */
export const LEAST_CUES = RULER + 2 * ROW;

/** Room for the lanes' names, by the width there is. */
function namesWidth(width: number): number {
  if (width >= 600) return 190;
  return width >= 340 ? 140 : 124;
}

/** The timing view: a lane a layer on a common ruler, ribbons to drag, links between cues. */
export function CueSheet(props: CueSheetProps) {
  const { lanes, length, rate, selected, onScrub } = props;
  const tokens = useTokens();
  const [room, setRoom] = useState(0);
  const [zoom, setZoom] = useState(1);
  const ruler = useRef<HTMLDivElement>(null);
  const names = namesWidth(room);
  const pixels = Math.max(0.01, ((room - names - 2 * EDGE) * zoom) / length);

  const scrub = useDrag(({ xy: [x] }) => {
    onScrub((x - ruler.current!.getBoundingClientRect().left - EDGE) / pixels);
  }, POINTER_DRAG);
  const area = useRef<HTMLDivElement>(null);
  const last = selected.at(-1);
  useEffect(() => {
    const lane = area.current?.querySelector(`[data-lane="${last}"]`);
    lane?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [last]);
  const { onLink, onKey } = props;
  const keyOf = (id: string) =>
    onKey && ((frame: number, by: number, gesture: string) => onKey(id, frame, by, gesture));
  const linkFrom = (id: string) =>
    onLink &&
    ((x: number, y: number) => {
      const target = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-lane]');
      const left = ruler.current!.getBoundingClientRect().left + EDGE;
      if (target) onLink(id, target.dataset.lane!, (x - left) / pixels);
    });
  const pinch = useGesture(
    { onPinch: ({ offset: [factor] }) => setZoom(factor) },
    { pinch: { scaleBounds: { min: 1, max: 20 }, rubberband: false } },
  );

  return (
    <div
      ref={area}
      role="region"
      aria-label="Cue sheet"
      style={{ ...sheetStyle, borderTop: `1px solid ${tokens.line}` }}
    >
      <View
        style={styles.columns}
        onLayout={({ nativeEvent }: LayoutChangeEvent) => setRoom(nativeEvent.layout.width)}
      >
        <div style={{ ...namesStyle, width: names, background: tokens.paper }}>
          <div style={{ ...topStyle, zIndex: 1, background: tokens.paper }}>
            <View style={[styles.corner, { borderColor: tokens.line }]}>{props.add}</View>
          </div>
          <LaneNames {...props} />
        </div>
        <div {...pinch()} style={{ ...timeStyle, width: length * pixels + 2 * EDGE }}>
          <div
            {...scrub()}
            ref={ruler}
            style={{
              ...topStyle,
              ...rulerStyle,
              background: tokens.paper,
              boxShadow: `inset 0 -1px ${tokens.line}`,
            }}
          >
            <Ruler length={length} rate={rate} pixels={pixels} />
            <Playhead {...props} />
          </div>
          {lanes.map((lane) => (
            <View
              key={lane.id}
              {...{ dataSet: { lane: lane.id } }}
              style={[
                styles.lane,
                { borderColor: tokens.line },
                selected.includes(lane.id) && { backgroundColor: tokens.moonSoft },
              ]}
            >
              <Ribbon
                lane={lane}
                pixels={pixels}
                offset={EDGE}
                total={length * pixels + 2 * EDGE}
                snaps={lane.wave ? NONE : props.snaps}
                selected={selected.includes(lane.id)}
                onSelect={(more) => props.onSelect(lane.id, more)}
                onLink={lane.waits ? linkFrom(lane.id) : undefined}
                onKey={keyOf(lane.id)}
                onScrub={onScrub}
                onShift={(by, gesture) => props.onShift(lane.id, by, gesture)}
                onTrim={(end, by, gesture) => props.onTrim(lane.id, end, by, gesture)}
                onStretch={(part, by, gesture) => props.onStretch(lane.id, part, by, gesture)}
              />
            </View>
          ))}
          <Links links={props.links} pixels={pixels} lanes={lanes} />
          <PlayheadLine pixels={pixels} clock={props.clock} />
        </div>
      </View>
    </div>
  );
}

const sheetStyle = {
  flex: 1,
  minHeight: 0,
  overflow: 'auto',
  overscrollBehavior: 'contain',
} as const;
const namesStyle = { position: 'sticky', left: 0, zIndex: 3, flexShrink: 0 } as const;
const timeStyle = { position: 'relative', flexShrink: 0, touchAction: 'pan-x pan-y' } as const;
/** Names and ruler stay in sight while lanes scroll under them. */
const topStyle = { position: 'sticky', top: 0, zIndex: 2, height: RULER } as const;
const rulerStyle = { touchAction: 'none', cursor: 'ew-resize' } as const;

/** A sound does not rest on its own hits. */
const NONE: readonly number[] = [];

const styles = StyleSheet.create({
  columns: { flexDirection: 'row', minHeight: '100%' },
  corner: { height: RULER, justifyContent: 'center', paddingHorizontal: 8, borderBottomWidth: 1 },
  // What stays in sight over it is left out where it is scrolled to.
  lane: { height: ROW, borderBottomWidth: 1, ...({ scrollMarginTop: RULER } as object) },
});
