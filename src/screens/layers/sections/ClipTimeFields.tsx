import { StyleSheet, View } from 'react-native';
import type { AfterEnd, ClipTime, Fit, Footage } from '@/core/document';
import { LIMITS } from '@/core/document/fields';
import { fittedTo, keptSeconds } from '@/core/retime/clipTime';
import { selectFootage } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { Choice, LongChoice } from '@/ui/Chip';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { LoopFinder } from './LoopFinder';

export const AFTER_CLIP: readonly { value: AfterEnd; label: string }[] = [
  { value: 'loop', label: 'Start again' },
  { value: 'hold', label: 'Hold the last frame' },
  { value: 'back and forth', label: 'Back and forth' },
  { value: 'nothing', label: 'Show nothing' },
];

/** An overlay can also last as long as it is wanted. */
export const AFTER_OVERLAY = [
  ...AFTER_CLIP,
  { value: 'stretch', label: 'Stretch its stay instead' },
] as const;

interface AfterFieldProps<A extends string> {
  readonly options: readonly { readonly value: A; readonly label: string }[];
  readonly value: A;
  readonly onChange: (after: A) => void;
}

/** What comes after the end of what a layer shows. */
export function AfterField<A extends string>({ options, value, onChange }: AfterFieldProps<A>) {
  return (
    <>
      <Words kind="small" soft>
        Once it is over
      </Words>
      <Choice label="Once it is over" options={options} value={value} onChange={onChange} />
    </>
  );
}

interface ClipTimeFieldsProps {
  readonly time: ClipTime;
  readonly footage: Footage;
  /** Seconds it is on show; left out where that is nobody's business. */
  readonly lasts?: number;
  readonly onChange: (time: ClipTime, gesture: string | null) => void;
}

/** In and out point, speed and direction, and what comes before the start and after the end. */
export function ClipTimeFields({ time, footage, lasts, onChange }: ClipTimeFieldsProps) {
  const duration = Number(footage.duration.toFixed(2));
  const range = { unit: 's', min: 0, max: duration, step: 0.01 };
  const repeats = time.after === 'loop' || time.after === 'back and forth';
  return (
    <>
      <NumberField
        label="In point"
        {...range}
        value={time.in}
        onChange={(at, gesture) => onChange({ ...time, in: at }, gesture)}
      />
      <NumberField
        label="Out point"
        {...range}
        value={time.out ?? duration}
        onChange={(at, gesture) => onChange({ ...time, out: at >= duration ? null : at }, gesture)}
      />
      <NumberField
        label="Speed"
        unit="×"
        value={time.speed}
        min={0.01}
        max={100}
        step={0.05}
        feel={{ min: 0.1, max: 4 }}
        onChange={(speed, gesture) => onChange({ ...time, speed }, gesture)}
      />
      <NumberField
        label="It takes"
        unit="s"
        value={Number((keptSeconds(time, footage.duration) / time.speed).toFixed(3))}
        min={0.01}
        max={36_000}
        step={0.01}
        feel={{ min: 0.1, max: Math.max(10, 2 * duration) }}
        onChange={(seconds, gesture) =>
          onChange(fittedTo(time, footage.duration, seconds), gesture)
        }
      />
      {lasts === undefined ? null : (
        <View style={styles.row}>
          <Action
            label="Fit to the layer’s length"
            icon="arrow-expand-horizontal"
            onPress={() =>
              onChange(
                fittedTo(time, footage.duration, Math.max(0.01, lasts - Math.max(0, time.lead))),
                null,
              )
            }
          />
        </View>
      )}
      <Toggle
        label="Backwards"
        value={time.reverse}
        onChange={(reverse) => onChange({ ...time, reverse }, null)}
      />
      <Toggle
        label="Mix frames when slowed"
        value={time.blend}
        onChange={(blend) => onChange({ ...time, blend }, null)}
      />
      <LeadFields
        lead={time.lead}
        onChange={(lead, gesture) => onChange({ ...time, lead }, gesture)}
      />
      {time.skips.length > 0 ? (
        <View style={styles.row}>
          <Action
            label={`Put ${time.skips.length === 1 ? 'the pause' : `${time.skips.length} pauses`} back in`}
            icon="timer-sand"
            onPress={() => onChange({ ...time, skips: [] }, null)}
          />
        </View>
      ) : null}
      <AfterField
        options={AFTER_CLIP}
        value={time.after}
        onChange={(after) => onChange({ ...time, after }, null)}
      />
      {repeats ? <RepeatFields time={time} onChange={onChange} /> : null}
      <LoopFinder time={time} footage={footage} onChange={(next) => onChange(next, null)} />
    </>
  );
}

interface LeadFieldsProps {
  /** Seconds for which the first frame is held; negative ones it has been running for already. */
  readonly lead: number;
  readonly onChange: (lead: number, gesture: string | null) => void;
}

/** Slides what a layer shows under the time at which it shows. */
export function LeadFields({ lead, onChange }: LeadFieldsProps) {
  const seconds = { unit: 's', min: 0, max: 36_000, step: 0.01, feel: { min: 0, max: 10 } };
  return (
    <>
      <NumberField
        label="Hold the first frame"
        {...seconds}
        value={Math.max(0, lead)}
        onChange={onChange}
      />
      <NumberField
        label="Skip the start"
        {...seconds}
        value={Number(Math.max(0, -lead).toFixed(3))}
        onChange={(into, gesture) => onChange(into === 0 ? 0 : -into, gesture)}
      />
    </>
  );
}

const ROUNDS = [
  { value: 'for good', label: 'For as long as it shows' },
  { value: 'counted', label: 'A number of times' },
] as const;

function RepeatFields({ time, onChange }: Pick<ClipTimeFieldsProps, 'time' | 'onChange'>) {
  return (
    <>
      <Choice
        label="How often"
        options={ROUNDS}
        value={time.times === null ? 'for good' : 'counted'}
        onChange={(how) => onChange({ ...time, times: how === 'counted' ? 3 : null }, null)}
      />
      {time.times === null ? null : (
        <NumberField
          label="Times"
          value={time.times}
          min={1}
          max={LIMITS.plays}
          step={1}
          feel={{ min: 1, max: 20 }}
          onChange={(times, gesture) => onChange({ ...time, times: Math.round(times) }, gesture)}
        />
      )}
      {time.after === 'loop' ? (
        <NumberField
          label="Cross-fade"
          unit="s"
          value={time.seam}
          min={0}
          max={60}
          step={0.01}
          feel={{ min: 0, max: 3 }}
          onChange={(seam, gesture) => onChange({ ...time, seam }, gesture)}
        />
      ) : null}
    </>
  );
}

const FITS: readonly { value: Fit; label: string; icon: string }[] = [
  { value: 'cover', label: 'Cover', icon: 'arrow-expand-all' },
  { value: 'fit', label: 'Fit in', icon: 'fit-to-page-outline' },
  { value: 'fill', label: 'Pull to shape', icon: 'arrow-expand-horizontal' },
];

interface FitFieldProps {
  readonly value: Fit;
  readonly onChange: (fit: Fit) => void;
}

/** How footage lies in its box. */
export function FitField({ value, onChange }: FitFieldProps) {
  return <Choice label="How it lies" options={FITS} value={value} onChange={onChange} />;
}

interface FootageChoiceProps {
  readonly label: string;
  readonly types: readonly Footage['type'][];
  readonly value: string | null;
  readonly onChange: (footage: Footage) => void;
}

/** One of the kit's pictures or clips. */
export function FootageChoice({ label, types, value, onChange }: FootageChoiceProps) {
  const footage = useAppSelector(selectFootage).filter((entry) => types.includes(entry.type));
  if (footage.length === 0) {
    return (
      <Words>Nothing in the kit yet. Drop a file here, or bring one in on the Kit screen.</Words>
    );
  }
  return (
    <View style={styles.row}>
      <LongChoice
        label={label}
        options={footage.map((entry) => ({ value: entry.id, label: entry.name }))}
        value={value ?? ''}
        onChange={(id) => onChange(footage.find((entry) => entry.id === id)!)}
      />
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row' } });
