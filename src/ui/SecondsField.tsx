import { framesToSeconds, perSecond, type Rate } from '@/core/time';
import { NumberField } from './NumberField';

interface SecondsFieldProps {
  readonly label: string;
  /** Frames; a fraction where frames are not counted one by one. */
  readonly frames: number;
  readonly rate: Rate;
  /** Seconds. */
  readonly min?: number;
  readonly max?: number;
  readonly feel: { readonly min: number; readonly max: number };
  /** Gives fractions of frames. */
  readonly fine?: boolean;
  readonly onChange: (frames: number, gesture: string | null) => void;
}

/** A time in frames, shown and typed in seconds. */
export function SecondsField(props: SecondsFieldProps) {
  const { label, frames, rate, min = 0, max = 3600, feel, fine, onChange } = props;
  return (
    <NumberField
      label={label}
      unit="s"
      value={framesToSeconds(frames, rate)}
      min={min}
      max={max}
      // A step finer than a frame would change nothing.
      step={fine ? 0.01 : 1 / perSecond(rate)}
      feel={feel}
      onChange={(seconds, gesture) => {
        const next = seconds * perSecond(rate);
        onChange(fine ? next : Math.round(next), gesture);
      }}
    />
  );
}
