import { TOUCH } from '../theme';
import { byFrames, useFrameDrag, type Snapping } from './frameDrag';

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

/** What is dragged by whole frames: an end, the length of an arrival, a keyframe. */
export function Grasp({ label, at, frame, pixels, snaps, above, onDrag, onTap }: GraspProps) {
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
