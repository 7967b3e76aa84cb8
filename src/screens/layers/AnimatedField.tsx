import { StyleSheet, View } from 'react-native';
import { type Layer } from '@/core/document';
import {
  addKeyframe,
  removeKeyframe,
  setChannel,
  setKeyframeEasing,
  withoutKeyframes,
} from '@/core/edit';
import { channelNamed, layerAt } from '@/core/motion/channels';
import { EASINGS, type Easing } from '@/core/easings';
import { IconAction } from '@/ui/Action';
import { Chip } from '@/ui/Chip';
import { NumberField } from '@/ui/NumberField';
import { PopMenu } from '@/ui/PopMenu';
import { usePausedFrame } from './editing';
import { useLayerEdit } from './useChange';

interface AnimatedFieldProps {
  readonly layer: Layer;
  /** The channel's name in the core. */
  readonly channel: string;
  readonly label?: string;
  readonly unit: string;
  /** Shown units per unit of the channel: 100 for per cent. */
  readonly factor?: number;
  readonly step?: number;
  readonly feel: { readonly min: number; readonly max: number };
}

/** A number that keyframes can drive; the diamond sets one at the playhead or takes it away. */
export function AnimatedField(props: AnimatedFieldProps) {
  const { layer, channel: name, unit, factor = 1, step = 1, feel } = props;
  const channel = channelNamed(name)!;
  const frame = usePausedFrame();
  const change = useLayerEdit(layer.id);
  const value = channel.read(layerAt(layer, frame));
  if (value === null) return null;
  const keys = layer.keyframes[name] ?? [];
  const here = keys.find((key) => key.frame === frame);
  const label = props.label ?? channel.label;
  return (
    <View>
      <NumberField
        label={label}
        unit={unit}
        value={value * factor}
        min={channel.min * factor}
        max={channel.max * factor}
        step={step}
        feel={feel}
        onChange={(next, gesture) =>
          change((entry) => setChannel(entry, name, next / factor, frame), gesture)
        }
      >
        <IconAction
          label={`${here ? 'Remove' : 'Set'} keyframe: ${label}`}
          icon={here ? 'rhombus' : keys.length > 0 ? 'rhombus-medium-outline' : 'rhombus-outline'}
          selected={keys.length > 0}
          onPress={() =>
            change((entry) =>
              here ? removeKeyframe(entry, name, frame) : addKeyframe(entry, name, frame),
            )
          }
        />
      </NumberField>
      {keys.length > 0 ? (
        <View style={styles.keys}>
          {here ? (
            <EasingMenu
              label={label}
              value={here.easing}
              onChange={(easing) =>
                change((entry) => setKeyframeEasing(entry, name, frame, easing))
              }
            />
          ) : null}
          <Chip
            icon="rhombus-split-outline"
            label={`Stop animating ${label.toLowerCase()}`}
            onPress={() => change((entry) => withoutKeyframes(entry, name, frame))}
          />
        </View>
      ) : null}
    </View>
  );
}

interface EasingMenuProps {
  readonly label: string;
  readonly value: Easing;
  readonly onChange: (easing: Easing) => void;
}

function EasingMenu({ label, value, onChange }: EasingMenuProps) {
  return (
    <PopMenu
      title={`${label}, from here on`}
      entries={EASINGS.map((easing) => ({ label: easing, onPress: () => onChange(easing) }))}
      opener={(open) => <Chip icon="chart-bell-curve-cumulative" label={value} onPress={open} />}
    />
  );
}

const styles = StyleSheet.create({
  keys: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 },
});
