import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import { Icon } from 'react-native-paper';
import { POINTER_DRAG } from '@/ui/gesture';
import { useTokens } from '@/ui/theme';

interface DividerProps {
  /** 0…1 across the stage. */
  readonly at: number;
  readonly onChange: (at: number) => void;
}

const STEP = 0.02;

/** The before/after divider: to its left nothing is keyed. */
export function Divider({ at, onChange }: DividerProps) {
  const tokens = useTokens();
  const track = useRef<HTMLDivElement>(null);
  const move = (next: number) => onChange(Math.min(1, Math.max(0, next)));
  const bind = useDrag(({ event, xy: [x] }) => {
    event.stopPropagation();
    const frame = track.current!.getBoundingClientRect();
    move((x - frame.left) / frame.width);
  }, POINTER_DRAG);
  return (
    <div ref={track} style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}>
      <div
        {...bind()}
        role="slider"
        aria-label="Before and after"
        aria-valuenow={Math.round(at * 100)}
        tabIndex={0}
        onKeyDown={({ key }) => {
          if (key === 'ArrowLeft') move(at - STEP);
          if (key === 'ArrowRight') move(at + STEP);
        }}
        style={{
          position: 'absolute',
          left: `${at * 100}%`,
          top: 0,
          bottom: 0,
          width: 44,
          marginLeft: -22,
          display: 'flex',
          alignItems: 'center',
          justifyContent: 'center',
          cursor: 'ew-resize',
          touchAction: 'none',
          pointerEvents: 'auto',
        }}
      >
        <div style={{ position: 'absolute', top: 0, bottom: 0, width: 2, background: '#ffffff' }} />
        <div
          style={{
            position: 'relative',
            width: 30,
            height: 30,
            borderRadius: 15,
            background: '#ffffff',
            display: 'flex',
            alignItems: 'center',
            justifyContent: 'center',
          }}
        >
          <Icon source="arrow-left-right" size={18} color={tokens.plum} />
        </div>
      </div>
    </div>
  );
}
