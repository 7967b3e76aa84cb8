import { StyleSheet, View } from 'react-native';
import {
  CANVAS_LIMIT,
  changeLength,
  changeRate,
  changeSize,
  DEFAULT_KEY,
  SIZES,
  type Overlay,
} from '@/core/document';
import { framesToSeconds, RATES, rateLabel, secondsToFrames } from '@/core/time';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { NumberField } from '@/ui/NumberField';
import { Words } from '@/ui/Words';
import type { Edit } from '../useEdit';
import { GuideFields } from './GuideFields';

interface OverlaySectionProps {
  readonly overlay: Overlay;
  readonly edit: Edit;
}

/** The overlay's own settings: size, rate, length, backdrop, guide frame. */
export function OverlaySection({ overlay, edit }: OverlaySectionProps) {
  return (
    <View style={styles.column}>
      <BackdropFields overlay={overlay} edit={edit} />
      <GuideFields overlay={overlay} edit={edit} />
      <SizeFields overlay={overlay} edit={edit} />
      <TimeFields overlay={overlay} edit={edit} />
    </View>
  );
}

const BACKDROPS = [
  { value: 'clear', label: 'Clear', icon: 'checkerboard' },
  { value: 'key', label: 'Key colour', icon: 'format-color-fill' },
] as const;

function BackdropFields({ overlay, edit }: OverlaySectionProps) {
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

function SizeFields({ overlay, edit }: OverlaySectionProps) {
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

function TimeFields({ overlay, edit }: OverlaySectionProps) {
  const chooseRate = (label: string) => {
    const { rate } = RATES.find((entry) => entry.label === label)!;
    edit((document) => changeRate(document, rate));
  };
  return (
    <>
      <NumberField
        label="Length"
        unit="s"
        value={framesToSeconds(overlay.length, overlay.rate)}
        min={0.01}
        max={3600}
        step={0.01}
        feel={{ min: 0.1, max: 20 }}
        onChange={(seconds, gesture) =>
          edit(
            (document) =>
              changeLength(document, Math.max(1, secondsToFrames(seconds, document.rate))),
            gesture,
          )
        }
      />
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

const styles = StyleSheet.create({ column: { gap: 2 } });
