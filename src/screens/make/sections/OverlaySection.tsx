import { StyleSheet, View } from 'react-native';
import {
  CANVAS_LIMIT,
  changeLength,
  changeRate,
  changeSize,
  DEFAULT_KEY,
  shortestStretch,
  SIZES,
  stretchStay,
} from '@/core/document';
import { framesToSeconds, RATES, rateLabel } from '@/core/time';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { NumberField } from '@/ui/NumberField';
import { SecondsField } from '@/ui/SecondsField';
import { Words } from '@/ui/Words';
import { useMake } from '../make';
import { ManyFromTable } from '../ManyFromTable';
import { GuideFields } from './GuideFields';

/** The overlay's own settings: size, rate, length, backdrop, guide frame. */
export function OverlaySection() {
  const { overlay, edit } = useMake();
  return (
    <View style={styles.column}>
      <BackdropFields />
      <GuideFields overlay={overlay} edit={edit} />
      <SizeFields />
      <TimeFields />
      <ManyFromTable />
    </View>
  );
}

const BACKDROPS = [
  { value: 'clear', label: 'Clear', icon: 'checkerboard' },
  { value: 'key', label: 'Key colour', icon: 'format-color-fill' },
] as const;

function BackdropFields() {
  const { overlay, edit } = useMake();
  const { backdrop } = overlay;
  const setKey = (colour: string, gesture: string | null = null) =>
    edit((document) => ({ ...document, backdrop: { kind: 'key', colour } }), gesture);
  const choose = (kind: 'clear' | 'key') => {
    if (kind === 'key') setKey(DEFAULT_KEY.colour);
    else edit((document) => ({ ...document, backdrop: { kind } }));
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

function SizeFields() {
  const { overlay, edit } = useMake();
  const { width, height } = overlay;
  const preset = SIZES.find((size) => size.width === width && size.height === height);
  const choose = (label: string) => {
    const size = SIZES.find((entry) => entry.label === label)!;
    edit((document) => changeSize(document, size.width, size.height));
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
          edit((document) => changeSize(document, Math.round(value), document.height), gesture)
        }
      />
      <NumberField
        label="Height"
        {...limits}
        value={height}
        onChange={(value, gesture) =>
          edit((document) => changeSize(document, document.width, Math.round(value)), gesture)
        }
      />
    </>
  );
}

const RATE_OPTIONS = RATES.map(({ label }) => ({ value: label, label }));

function TimeFields() {
  const { overlay, edit } = useMake();
  const chooseRate = (label: string) => {
    const { rate } = RATES.find((entry) => entry.label === label)!;
    edit((document) => changeRate(document, rate));
  };
  return (
    <>
      <Words kind="small" soft>
        Length
      </Words>
      <Choice
        label="Length follows"
        options={LENGTHS}
        value={overlay.lengthFollows ? 'artwork' : 'hand'}
        onChange={(by) => edit((document) => ({ ...document, lengthFollows: by === 'artwork' }))}
      />
      {overlay.lengthFollows ? null : (
        <SecondsField
          label="Length"
          frames={overlay.length}
          rate={overlay.rate}
          min={0.01}
          feel={{ min: 0.1, max: 20 }}
          onChange={(frames, gesture) =>
            edit((document) => changeLength(document, Math.max(1, frames)), gesture)
          }
        />
      )}
      <StretchField />
      <Words kind="small" soft>
        Frames per second
      </Words>
      <Choice
        label="Frames per second"
        options={RATE_OPTIONS}
        value={rateLabel(overlay.rate)}
        onChange={chooseRate}
      />
    </>
  );
}

const LENGTHS = [
  { value: 'hand', label: 'Set by hand' },
  { value: 'artwork', label: 'As long as the artwork' },
] as const;

/** A new length that leaves all arriving and leaving alone. */
function StretchField() {
  const { overlay, edit } = useMake();
  const shortest = shortestStretch(overlay);
  if (overlay.layers.length === 0 || shortest >= overlay.length) return null;
  return (
    <SecondsField
      label="Stretch the stay"
      frames={overlay.length}
      rate={overlay.rate}
      min={Number(framesToSeconds(shortest, overlay.rate).toFixed(3))}
      feel={{ min: framesToSeconds(shortest, overlay.rate), max: 30 }}
      onChange={(frames, gesture) => edit((document) => stretchStay(document, frames), gesture)}
    />
  );
}

const styles = StyleSheet.create({ column: { gap: 2 } });
