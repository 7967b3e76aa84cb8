import { createContext, useContext, useState, type ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { useDrag } from '@use-gesture/react';
import { Fence } from './Fence';
import { POINTER_DRAG } from './gesture';
import { useArrangement, useCrampedTyping } from './layout';
import { RADIUS, TOUCH, useTokens } from './theme';

/** Heights in pixels between which a sheet is dragged, low to high. */
type Heights = readonly [low: number, middle: number, high: number];

interface Room {
  readonly heights: Heights;
  readonly level: number;
  readonly setLevel: (level: number) => void;
}

const RoomContext = createContext<Room>({
  heights: [0, 0, 0],
  level: 1,
  setLevel: () => undefined,
});

interface SheetRoomProps {
  /** Pixels that the sheet shares with what lies above it. */
  readonly room: number;
  /** What of them is left to the other at the sheet's middle height, and at its high one. */
  readonly leave: readonly [middle: number, high: number];
  /** The middle height at most. */
  readonly most: number;
  readonly children: ReactNode;
}

/** The grip and the row of sections. */
const LOW = 84;

/** Keeps how high the sheets of a screen stand, one after the other. */
export function SheetRoom({ room, leave, most, children }: SheetRoomProps) {
  const [level, setLevel] = useState(1);
  const middle = Math.max(LOW, Math.min(most, room - leave[0]));
  const heights: Heights = [LOW, middle, Math.max(middle, room - leave[1])];
  const cramped = useCrampedTyping();
  const value = { heights, level: cramped ? 2 : level, setLevel };
  return <RoomContext value={value}>{children}</RoomContext>;
}

interface SheetProps {
  readonly top: ReactNode;
  readonly children: ReactNode;
  /** Stays in sight below what scrolls. */
  readonly foot?: ReactNode;
  /** Names what is shown; another one is shown from its top. */
  readonly page?: string;
}

/** The chosen thing's settings: beside the work, or at the foot, dragged to one of three heights. */
export function Sheet({ top, children, foot, page }: SheetProps) {
  const tokens = useTokens();
  const arrangement = useArrangement();
  const beside = arrangement === 'wide' || arrangement === 'tablet';
  const { heights, level } = useContext(RoomContext);
  const [dragged, setDragged] = useState<number | null>(null);
  const size = beside ? styles[arrangement] : { height: dragged ?? heights[level] };
  return (
    <View
      role="region"
      aria-label="Settings"
      style={[
        beside ? null : styles.foot,
        size,
        { backgroundColor: tokens.card, borderColor: tokens.line },
      ]}
    >
      {beside ? null : <Grip onDrag={setDragged} />}
      {top}
      <ScrollView key={page} style={styles.scroll} contentContainerStyle={styles.content}>
        <Fence what="These settings" page={page}>
          {children}
        </Fence>
      </ScrollView>
      {foot}
    </View>
  );
}

/** Dragged it sets the sheet's height, tapped it goes on to the next one. */
function Grip({ onDrag }: { readonly onDrag: (height: number | null) => void }) {
  const tokens = useTokens();
  const { heights, level, setLevel } = useContext(RoomContext);
  const [low, , high] = heights;
  const drag = useDrag(
    ({ movement: [, y], last, tap }) => {
      if (tap) return;
      const height = Math.min(high, Math.max(low, heights[level] - y));
      onDrag(last ? null : height);
      if (last) setLevel(nearest(heights, height));
    },
    { ...POINTER_DRAG, filterTaps: true },
  );
  const highest = level === heights.length - 1;
  return (
    <View style={styles.grip}>
      <div {...drag()} style={graspStyle}>
        <Pressable
          role="button"
          aria-label={highest ? 'Make the settings smaller' : 'Make the settings taller'}
          onPress={() => setLevel(highest ? 0 : level + 1)}
          style={styles.grasp}
        >
          <View style={[styles.bar, { backgroundColor: tokens.softInk }]} />
        </Pressable>
      </div>
    </View>
  );
}

function nearest(heights: Heights, height: number): number {
  const off = heights.map((one) => Math.abs(one - height));
  return off.indexOf(Math.min(...off));
}

const GRIP = 28;

/** Its touch area reaches over the edge of what lies above. */
const graspStyle = {
  position: 'absolute',
  left: 0,
  right: 0,
  top: GRIP - TOUCH,
  height: TOUCH,
  touchAction: 'none',
  cursor: 'ns-resize',
} as const;

const styles = StyleSheet.create({
  wide: { width: 376, borderLeftWidth: 1, paddingTop: 8 },
  tablet: { width: 376, borderLeftWidth: 1, borderTopWidth: 1, paddingTop: 8 },
  foot: { borderTopLeftRadius: RADIUS.card, borderTopRightRadius: RADIUS.card, borderTopWidth: 1 },
  grip: { height: GRIP, zIndex: 1 },
  grasp: {
    width: '100%',
    height: TOUCH,
    alignItems: 'center',
    justifyContent: 'flex-end',
    paddingBottom: 12,
  },
  bar: { width: 44, height: 4, borderRadius: 2 },
  scroll: { flex: 1 },
  content: { paddingHorizontal: 16, paddingBottom: 24, gap: 4 },
});
