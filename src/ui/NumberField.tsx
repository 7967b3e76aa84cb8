import { useId, useState, type ReactNode } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import { keyGesture } from './gesture';
import { Slider } from './Slider';
import { FONT, RADIUS, TOUCH, rem, useTokens } from './theme';
import { Words } from './Words';

interface NumberFieldProps {
  readonly label: string;
  readonly value: number;
  readonly unit?: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** The slider's own range, where the whole range would make it useless. */
  readonly feel?: { readonly min: number; readonly max: number };
  readonly onChange: (value: number, gesture: string | null) => void;
  /** Stands at the end of the row. */
  readonly children?: ReactNode;
}

/** A number with a slider for feel and a field for exactness; both commit one undo step. */
export function NumberField(props: NumberFieldProps) {
  const { label, value, unit, min, max, step, feel, onChange } = props;
  return (
    <View style={styles.row}>
      <Words style={styles.label} lines={2}>
        {label}
      </Words>
      <Slider
        label={`${label}, slider`}
        value={value}
        says={unit ? `${shown(value, step)} ${unit}` : shown(value, step)}
        min={feel?.min ?? min}
        max={feel?.max ?? max}
        step={step}
        onChange={onChange}
      />
      <TypedNumber {...{ label, value, unit, min, max, step, onChange }} />
      {props.children}
    </View>
  );
}

interface ShareFieldProps {
  readonly label: string;
  /** 0…1 */
  readonly value: number;
  readonly onChange: (value: number, gesture: string | null) => void;
}

/** A share of one, shown in per cent. */
export function ShareField({ label, value, onChange }: ShareFieldProps) {
  return (
    <NumberField
      label={label}
      unit="%"
      value={value * 100}
      min={0}
      max={100}
      step={1}
      onChange={(percent, gesture) => onChange(percent / 100, gesture)}
    />
  );
}

type TypedNumberProps = Omit<NumberFieldProps, 'feel' | 'children'>;

/** The typed half of a number field: commits on Enter or when left, refuses what is no number. */
function TypedNumber({ label, value, unit, min, max, step, onChange }: TypedNumberProps) {
  const tokens = useTokens();
  const [typed, setTyped] = useState<string | null>(null);
  const hint = useId();
  const parsed = typed === null ? value : Number(typed.replace(',', '.'));
  const wrong =
    typed !== null &&
    (typed.trim() === '' || !Number.isFinite(parsed) || parsed < min || parsed > max);

  const commit = () => {
    if (typed !== null && !wrong && parsed !== value) onChange(parsed, null);
    setTyped(null);
  };
  const onKeyPress = (event: {
    readonly nativeEvent: { readonly key: string; readonly repeat?: boolean };
    readonly preventDefault: () => void;
  }) => {
    const by = { ArrowUp: step, ArrowDown: -step }[event.nativeEvent.key];
    if (!by || wrong) return;
    event.preventDefault();
    setTyped(null);
    onChange(
      Math.min(max, Math.max(min, Number((parsed + by).toFixed(6)))),
      keyGesture({ repeat: event.nativeEvent.repeat ?? false }),
    );
  };
  return (
    <View style={styles.typed}>
      <TextInput
        aria-label={label}
        aria-invalid={wrong}
        aria-describedby={wrong ? hint : undefined}
        inputMode="decimal"
        value={typed ?? shown(value, step)}
        onChangeText={setTyped}
        onBlur={commit}
        onSubmitEditing={commit}
        onKeyPress={onKeyPress}
        selectTextOnFocus
        style={[
          styles.input,
          {
            color: tokens.ink,
            borderColor: wrong ? tokens.rust : tokens.line,
            backgroundColor: tokens.card,
          },
        ]}
      />
      {unit ? (
        <Words kind="small" style={styles.unit}>
          {unit}
        </Words>
      ) : null}
      {wrong ? (
        <Words
          kind="small"
          style={[styles.hint, { color: tokens.rust, backgroundColor: tokens.card }]}
        >
          {`${min} to ${max}`}
        </Words>
      ) : null}
    </View>
  );
}

const decimals = (step: number): number => Math.max(0, Math.ceil(-Math.log10(step)));

const shown = (value: number, step: number): string =>
  String(Number(value.toFixed(Math.max(decimals(step), 2))));

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    minHeight: TOUCH,
    columnGap: 10,
  },
  label: { width: rem(88), flexShrink: 1 },
  typed: { flexDirection: 'row', alignItems: 'center', width: rem(94), gap: 4, marginLeft: 'auto' },
  input: {
    flex: 1,
    minWidth: 0,
    height: TOUCH,
    paddingHorizontal: 8,
    borderWidth: 1,
    borderRadius: RADIUS.inner,
    fontFamily: FONT.bold,
    fontSize: rem(16),
    textAlign: 'right',
  },
  unit: { width: rem(16) },
  hint: { position: 'absolute', right: 20, top: TOUCH, zIndex: 2, paddingHorizontal: 4 },
});
