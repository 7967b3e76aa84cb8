import { useDrag } from '@use-gesture/react';
import { useRef, useState, type KeyboardEvent } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import { arrowStep, onPressKeys, POINTER_DRAG } from '../gesture';
import { isStop } from '../keys';
import { TOUCH, useTokens } from '../theme';
import { Words } from '../Words';
import { ROW, type Lane } from './types';

interface LaneNamesProps {
  readonly lanes: readonly Lane[];
  readonly selected: readonly string[];
  /** `more` adds to what is chosen already. */
  readonly onSelect: (id: string, more: boolean) => void;
  /** Puts a lane right above another one; null is the foot of the list. */
  readonly onDrop?: (id: string, below: string | null) => void;
  readonly onOpen?: (id: string) => void;
}

/** The lanes' names; dragged by their signs they change the stack. */
export function LaneNames({ lanes, selected, onSelect, onDrop, onOpen }: LaneNamesProps) {
  const tokens = useTokens();
  const list = useRef<HTMLDivElement>(null);
  const [drop, setDrop] = useState<number | null>(null);
  const gapAt = (y: number) => {
    const top = list.current!.getBoundingClientRect().top;
    return Math.min(lanes.length, Math.max(0, Math.round((y - top) / ROW)));
  };
  const finish = (id: string, gap: number) => {
    setDrop(null);
    const from = lanes.findIndex((lane) => lane.id === id);
    // On either side of itself it stays where it is.
    if (gap !== from && gap !== from + 1) onDrop?.(id, lanes[gap]?.id ?? null);
  };
  const step = (id: string, by: number) => {
    const from = lanes.findIndex((lane) => lane.id === id);
    const gap = by < 0 ? from + by : from + 1 + by;
    if (gap >= 0 && gap <= lanes.length) onDrop!(id, lanes[gap]?.id ?? null);
  };
  const chosen = lanes.findIndex((lane) => selected.includes(lane.id));
  return (
    <div ref={list} style={{ position: 'relative' }} onKeyDown={byArrows}>
      {lanes.map((lane, i) => (
        <LaneName
          key={lane.id}
          lane={lane}
          stop={isStop(i, chosen)}
          selected={selected.includes(lane.id)}
          onSelect={(more) => onSelect(lane.id, more)}
          onOpen={onOpen && lane.open !== null ? () => onOpen(lane.id) : undefined}
          onStep={onDrop && ((by) => step(lane.id, by))}
          onDrag={onDrop && ((y, last) => (last ? finish(lane.id, gapAt(y)) : setDrop(gapAt(y))))}
        />
      ))}
      {drop === null ? null : (
        <View style={[styles.drop, { top: drop * ROW - 1, backgroundColor: tokens.moon }]} />
      )}
    </div>
  );
}

interface LaneNameProps {
  readonly lane: Lane;
  readonly selected: boolean;
  /** Whether Tab comes to its name; arrows go to the others. */
  readonly stop: boolean;
  readonly onSelect: (more: boolean) => void;
  readonly onOpen?: () => void;
  readonly onDrag?: (y: number, last: boolean) => void;
  /** Moves it by so many places in the list. */
  readonly onStep?: (by: number) => void;
}

function LaneName({ lane, selected, stop, onSelect, onOpen, onDrag, onStep }: LaneNameProps) {
  const tokens = useTokens();
  const bind = useDrag(
    ({ tap, last, xy: [, y], event }) => {
      if (tap) onSelect('shiftKey' in event && event.shiftKey);
      else onDrag?.(y, last);
    },
    { ...POINTER_DRAG, filterTaps: true, axis: 'y' },
  );
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (by && onStep) {
      arrowStep(event);
      onStep(by);
    } else onPressKeys(onSelect)(event);
  };
  return (
    <View
      style={[
        styles.name,
        { borderColor: tokens.line, paddingLeft: lane.depth * 12 },
        selected && { backgroundColor: tokens.moonSoft },
      ]}
    >
      <div
        {...bind()}
        role="button"
        tabIndex={selected ? 0 : -1}
        aria-label={`Move ${lane.name} in the stack`}
        onKeyDown={onKeyDown}
        style={grip}
      >
        <Icon source={lane.icon} size={16} color={tokens.ink} />
      </div>
      <Pressable
        role="button"
        aria-label={`Choose ${lane.name}`}
        aria-pressed={selected}
        tabIndex={stop ? 0 : -1}
        onPress={({ nativeEvent }) =>
          onSelect((nativeEvent as unknown as MouseEvent).shiftKey === true)
        }
        style={styles.choose}
      >
        <Words kind="small" lines={1} style={[styles.flex, lane.hidden && styles.faint]}>
          {lane.name}
        </Words>
        {lane.locked ? <Icon source="lock-outline" size={14} color={tokens.softInk} /> : null}
      </Pressable>
      {onOpen ? (
        <Pressable
          role="button"
          aria-label={`${lane.open ? 'Close' : 'Open'} ${lane.name}`}
          aria-expanded={lane.open ?? false}
          onPress={onOpen}
          style={styles.open}
        >
          <Icon
            source={lane.open ? 'chevron-up' : 'chevron-down'}
            size={18}
            color={tokens.softInk}
          />
        </Pressable>
      ) : null}
    </View>
  );
}

/** The arrows go from name to name. */
function byArrows(event: KeyboardEvent<HTMLElement>): void {
  const names = [...event.currentTarget.querySelectorAll<HTMLElement>('[aria-label^="Choose "]')];
  const at = names.indexOf(document.activeElement as HTMLElement);
  const step = at < 0 ? null : arrowStep(event);
  if (step) names[at + step.y]?.focus();
}

const grip = {
  width: TOUCH,
  height: ROW,
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'center',
  touchAction: 'none',
  cursor: 'grab',
} as const;

const styles = StyleSheet.create({
  name: {
    height: ROW,
    flexDirection: 'row',
    alignItems: 'center',
    borderBottomWidth: 1,
  },
  choose: { flex: 1, minWidth: 0, height: ROW, flexDirection: 'row', alignItems: 'center', gap: 4 },
  open: { width: TOUCH, height: ROW, alignItems: 'center', justifyContent: 'center' },
  drop: { position: 'absolute', left: 0, right: 0, height: 3 },
  flex: { flex: 1 },
  faint: { opacity: 0.5, textDecorationLine: 'line-through' },
});
