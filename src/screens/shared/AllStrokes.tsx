import { StyleSheet, View } from 'react-native';
import { type InkLayer } from '@/core/document';
import { restyleStrokes, thickenStrokes } from '@/core/edit';
import { BRUSHES } from '@/core/brushes';
import { Action } from '@/ui/Action';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';

interface AllStrokesProps {
  readonly layer: InkLayer;
  readonly change: (change: (layer: InkLayer) => InkLayer, gesture?: string | null) => void;
}

const OPTIONS = BRUSHES.map(({ brush, label, icon }) => ({ value: brush, label, icon }));

/** Colour, brush and thickness of all that is drawn in a layer; nothing where nothing is. */
export function AllStrokes({ layer, change }: AllStrokesProps) {
  const [first] = layer.drawings.flatMap(({ strokes }) => strokes);
  if (!first) return null;
  return (
    <View>
      <ColourField
        label="Colour"
        value={first.colour}
        onChange={(colour, gesture) =>
          change((entry) => restyleStrokes(entry, { colour }), gesture)
        }
      />
      <Choice
        label="Brush of all"
        options={OPTIONS}
        value={first.brush}
        onChange={(brush) => change((entry) => restyleStrokes(entry, { brush }))}
      />
      <View style={styles.row}>
        <Action
          label="Thinner"
          icon="minus"
          onPress={() => change((entry) => thickenStrokes(entry, 0.8))}
        />
        <Action
          label="Thicker"
          icon="plus"
          onPress={() => change((entry) => thickenStrokes(entry, 1.25))}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingVertical: 4 },
});
