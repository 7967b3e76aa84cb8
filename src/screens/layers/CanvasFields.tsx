import { CANVAS_LIMIT, DEFAULT_KEY, SIZES } from '@/core/document';
import { changeRate, changeSize } from '@/core/edit';
import { RATES, rateLabel } from '@/core/time';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { NumberField } from '@/ui/NumberField';
import { Words } from '@/ui/Words';
import { useEditing } from './editing';

const BACKDROPS = [
  { value: 'clear', label: 'Clear', icon: 'checkerboard' },
  { value: 'key', label: 'Key colour', icon: 'format-color-fill' },
] as const;

/** What lies under all layers. */
export function BackdropFields() {
  const { document, edit } = useEditing();
  const { backdrop } = document;
  const setKey = (colour: string, gesture: string | null = null) =>
    edit((stack) => ({ ...stack, backdrop: { kind: 'key', colour } }), gesture);
  const choose = (kind: 'clear' | 'key') => {
    if (kind === 'key') setKey(DEFAULT_KEY.colour);
    else edit((stack) => ({ ...stack, backdrop: { kind } }));
  };
  return (
    <>
      <Words kind="small" soft>
        Backdrop
      </Words>
      <Choice label="Backdrop" options={BACKDROPS} value={backdrop.kind} onChange={choose} />
      {backdrop.kind === 'key' ? (
        <ColourField label="Key colour" value={backdrop.colour} onChange={setKey} />
      ) : null}
    </>
  );
}

const SIZE_OPTIONS = SIZES.map(({ label }) => ({ value: label, label }));
/** No preset: the size was typed. */
const OWN_SIZE = '';

/** The canvas's width and height. */
export function SizeFields() {
  const { document, edit } = useEditing();
  const { width, height } = document;
  const preset = SIZES.find((size) => size.width === width && size.height === height);
  const choose = (label: string) => {
    const size = SIZES.find((entry) => entry.label === label)!;
    edit((stack) => changeSize(stack, size.width, size.height));
  };
  const limits = {
    ...CANVAS_LIMIT,
    unit: 'px',
    step: 1,
    feel: { min: CANVAS_LIMIT.min, max: 3840 },
  };
  return (
    <>
      <Words kind="small" soft>
        Size
      </Words>
      <Choice
        label="Size"
        options={SIZE_OPTIONS}
        value={preset?.label ?? OWN_SIZE}
        onChange={choose}
      />
      <NumberField
        label="Width"
        {...limits}
        value={width}
        onChange={(value, gesture) =>
          edit((stack) => changeSize(stack, Math.round(value), stack.height), gesture)
        }
      />
      <NumberField
        label="Height"
        {...limits}
        value={height}
        onChange={(value, gesture) =>
          edit((stack) => changeSize(stack, stack.width, Math.round(value)), gesture)
        }
      />
    </>
  );
}

const RATE_OPTIONS = RATES.map(({ label }) => ({ value: label, label }));

/** Frames per second; what is there lasts as long as before. */
export function RateField() {
  const { document, edit } = useEditing();
  const choose = (label: string) => {
    const { rate } = RATES.find((entry) => entry.label === label)!;
    edit((stack) => changeRate(stack, rate));
  };
  return (
    <>
      <Words kind="small" soft>
        Frames per second
      </Words>
      <Choice
        label="Frames per second"
        options={RATE_OPTIONS}
        value={rateLabel(document.rate)}
        onChange={choose}
      />
    </>
  );
}
