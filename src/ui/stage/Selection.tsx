import Svg, { Polygon } from 'react-native-svg';
import type { Point, Quad } from '@/core/scene';
import { TOUCH, useTokens } from '../theme';
import { handlesOf } from './handles';

/** What a handle does. */
export type HandleKind = 'resize' | 'turn';

interface SelectionProps {
  readonly name: string;
  readonly quad: Quad;
  /** Screen pixels per document pixel. */
  readonly fit: number;
  /** Screen pixels of the stage; handles stay on it. */
  readonly shown: { readonly width: number; readonly height: number };
}

/** The stitch round the chosen thing, with a handle to resize it and one to turn it. */
export function Selection({ name, quad, fit, shown }: SelectionProps) {
  const onScreen = quad.map(({ x, y }) => ({ x: x * fit, y: y * fit }));
  const { resize, turn } = handlesOf(onScreen as unknown as Quad, shown);
  return (
    <>
      <Stitch quad={quad} fit={fit} />
      <Handle at={resize} label={`Resize ${name}`} kind="resize" />
      <Handle at={turn} label={`Turn ${name}`} kind="turn" />
    </>
  );
}

/** The handle that something on the stage belongs to. */
export function handleAt(target: EventTarget | null): HandleKind | null {
  const handle = (target as Element | null)?.closest<HTMLElement>('[data-handle]');
  return (handle?.dataset.handle as HandleKind | undefined) ?? null;
}

/** The dashed line round a chosen thing. */
export function Stitch({ quad, fit }: { readonly quad: Quad; readonly fit: number }) {
  const tokens = useTokens();
  const points = quad.map(({ x, y }) => `${x * fit},${y * fit}`).join(' ');
  return (
    <Svg
      style={{ position: 'absolute', inset: 0, overflow: 'visible', pointerEvents: 'none' }}
      width="100%"
      height="100%"
    >
      <Polygon points={points} fill="none" stroke="#ffffff" strokeWidth={3} />
      <Polygon
        points={points}
        fill="none"
        stroke={tokens.plum}
        strokeWidth={1.5}
        strokeDasharray="6 4"
      />
    </Svg>
  );
}

interface HandleProps {
  readonly at: Point;
  readonly label: string;
  readonly kind: HandleKind;
}

/**
 * The stage tells drags by the handle they begin on, so that a second finger can always join in. It takes
 * no focus, as browsers lead fingers that come down near to what does; fields do the same for keys.
 */
function Handle({ at, label, kind }: HandleProps) {
  const tokens = useTokens();
  return (
    <div
      aria-label={label}
      role="button"
      data-handle={kind}
      style={{
        position: 'absolute',
        left: at.x - TOUCH / 2,
        top: at.y - TOUCH / 2,
        width: TOUCH,
        height: TOUCH,
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
        touchAction: 'none',
        cursor: kind === 'turn' ? 'grab' : 'nwse-resize',
      }}
    >
      <div
        style={{
          width: 12,
          height: 12,
          borderRadius: kind === 'turn' ? 8 : 3,
          background: '#ffffff',
          border: `2px solid ${tokens.plum}`,
          pointerEvents: 'none',
        }}
      />
    </div>
  );
}
