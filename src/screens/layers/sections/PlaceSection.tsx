import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Layer } from '@/core/document';
import {
  alignLayers,
  placeSmall,
  raiseLayer,
  setChannel,
  withAnchor,
  type Alignment,
  type Corner,
} from '@/core/edit';
import { LAYER_KINDS } from '@/core/layerKinds';
import { layerAt } from '@/core/motion/channels';
import { Action, IconAction } from '@/ui/Action';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { AnimatedField } from '../AnimatedField';
import { useEditing, usePausedFrame } from '../editing';
import { useLayerEdit } from '../useChange';
import { QuietFold } from './QuietFold';
import { section, type SectionProps } from './types';

export const placeSection = section({
  name: 'place',
  label: 'Place',
  kinds: LAYER_KINDS,
  Content: PlaceSection,
});

/** Where the layer is, on the canvas and in the stack; numbers can move by keyframes. */
function PlaceSection({ layer }: SectionProps) {
  const { document, edit } = useEditing();
  return (
    <View style={styles.column}>
      <AlignRow ids={[layer.id]} />
      <AnimatedField layer={layer} channel="x" unit="px" feel={{ min: 0, max: document.width }} />
      <AnimatedField layer={layer} channel="y" unit="px" feel={{ min: 0, max: document.height }} />
      <SizeFields layer={layer} />
      <AnimatedField layer={layer} channel="rotation" unit="°" feel={{ min: -180, max: 180 }} />
      <AnchorFields layer={layer} />
      <FlipFields layer={layer} />
      <CornerRow layer={layer} />
      {document.kind === 'landing' ? <QuietFold layer={layer} /> : null}
      <View style={styles.row}>
        <Action
          label="Bring forward"
          icon="arrange-bring-forward"
          onPress={() => edit((document) => raiseLayer(document, layer.id, 1))}
        />
        <Action
          label="Send backward"
          icon="arrange-send-backward"
          onPress={() => edit((document) => raiseLayer(document, layer.id, -1))}
        />
      </View>
    </View>
  );
}

const PERCENT = { unit: '%', factor: 100, feel: { min: 2, max: 300 } } as const;

/** One size for both directions, or one each. */
function SizeFields({ layer }: SectionProps) {
  const [linked, setLinked] = useState(layer.place.stretch === 1);
  const edit = useLayerEdit(layer.id);
  const link = (next: boolean) => {
    setLinked(next);
    if (next) edit((entry) => ({ ...entry, place: { ...entry.place, stretch: 1 } }));
  };
  return (
    <>
      <AnimatedField
        layer={layer}
        channel="scale"
        label={linked ? 'Scale' : 'Height'}
        {...PERCENT}
      />
      {linked ? null : <WidthField layer={layer} />}
      <Toggle label="Keep the shape" value={linked} onChange={link} />
    </>
  );
}

/** The width in per cent of the layer's own; kept as a multiple of the height's scale. */
function WidthField({ layer }: SectionProps) {
  const frame = usePausedFrame();
  const edit = useLayerEdit(layer.id);
  const { scale, stretch } = layerAt(layer, frame).place;
  return (
    <NumberField
      label="Width"
      unit="%"
      value={scale * stretch * 100}
      min={0.1}
      max={10000}
      step={1}
      feel={PERCENT.feel}
      onChange={(percent, gesture) =>
        edit(
          (entry: Layer) =>
            setChannel(entry, 'stretch', Math.max(0.01, percent / 100 / (scale || 1)), frame),
          gesture,
        )
      }
    />
  );
}

/** The point the layer turns and grows about; it stays where it is when that changes. */
function AnchorFields({ layer }: SectionProps) {
  const edit = useLayerEdit(layer.id);
  const { anchorX, anchorY } = layer.place;
  const set = (x: number, y: number, gesture: string | null) =>
    edit((entry) => withAnchor(entry, x, y), gesture);
  const limits = { unit: 'px', min: -20000, max: 20000, step: 1, feel: { min: -600, max: 600 } };
  return (
    <>
      <NumberField
        label="Anchor across"
        {...limits}
        value={anchorX}
        onChange={(x, gesture) => set(x, anchorY, gesture)}
      />
      <NumberField
        label="Anchor down"
        {...limits}
        value={anchorY}
        onChange={(y, gesture) => set(anchorX, y, gesture)}
      />
    </>
  );
}

function FlipFields({ layer }: SectionProps) {
  const edit = useLayerEdit(layer.id);
  const flip = (side: 'flipX' | 'flipY', on: boolean) =>
    edit((entry) => ({ ...entry, place: { ...entry.place, [side]: on } }));
  return (
    <>
      <Toggle
        label="Mirror left to right"
        value={layer.place.flipX}
        onChange={(on) => flip('flipX', on)}
      />
      <Toggle
        label="Mirror top to bottom"
        value={layer.place.flipY}
        onChange={(on) => flip('flipY', on)}
      />
    </>
  );
}

const CORNERS: readonly { to: Corner; label: string; icon: string }[] = [
  { to: 'top left', label: 'Small at the top left', icon: 'arrow-top-left' },
  { to: 'top right', label: 'Small at the top right', icon: 'arrow-top-right' },
  { to: 'bottom left', label: 'Small at the bottom left', icon: 'arrow-bottom-left' },
  { to: 'bottom right', label: 'Small at the bottom right', icon: 'arrow-bottom-right' },
  { to: 'middle', label: 'Small in the middle', icon: 'image-filter-center-focus' },
];

/** Picture-in-picture: small, in a corner of the safe area. */
function CornerRow({ layer }: SectionProps) {
  const { edit, quads } = useEditing();
  const quad = quads.get(layer.id);
  if (!quad) return null;
  return (
    <>
      <Words kind="small" soft>
        Picture-in-picture
      </Words>
      <View style={styles.row}>
        {CORNERS.map(({ to, label, icon }) => (
          <IconAction
            key={to}
            label={label}
            icon={icon}
            onPress={() => edit((stack) => placeSmall(stack, layer.id, quad, to))}
          />
        ))}
      </View>
    </>
  );
}

const ALIGNMENTS: readonly { to: Alignment; label: string; icon: string }[] = [
  { to: 'left', label: 'Align left', icon: 'align-horizontal-left' },
  { to: 'centre', label: 'Align centre', icon: 'align-horizontal-center' },
  { to: 'right', label: 'Align right', icon: 'align-horizontal-right' },
  { to: 'top', label: 'Align top', icon: 'align-vertical-top' },
  { to: 'middle', label: 'Align middle', icon: 'align-vertical-center' },
  { to: 'bottom', label: 'Align bottom', icon: 'align-vertical-bottom' },
];

/** Aligns one layer with the canvas, several with each other. */
export function AlignRow({ ids }: { readonly ids: readonly string[] }) {
  const { edit, quads } = useEditing();
  return (
    <>
      <Words kind="small" soft>
        {ids.length === 1 ? 'On the canvas' : 'With each other'}
      </Words>
      <View style={styles.row}>
        {ALIGNMENTS.map(({ to, label, icon }) => (
          <IconAction
            key={to}
            label={label}
            icon={icon}
            onPress={() => edit((document) => alignLayers(document, ids, quads, to))}
          />
        ))}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  column: { gap: 2 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
