import { useDrag } from '@use-gesture/react';
import { useState } from 'react';
import { Icon } from 'react-native-paper';
import Svg, { Line } from 'react-native-svg';
import { POINTER_DRAG } from '../gesture';
import { TOUCH, useTokens } from '../theme';

interface LinkHandleProps {
  readonly name: string;
  /** Where it begins, in screen pixels of the lane. */
  readonly at: number;
  readonly onLink: (x: number, y: number) => void;
}

/** Dragged onto another ribbon, it makes this one wait for that one. */
export function LinkHandle({ name, at, onLink }: LinkHandleProps) {
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
