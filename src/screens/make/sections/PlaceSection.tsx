import { StyleSheet, View } from 'react-native';
import { duplicateLayer, removeLayer, restack, updateLayer } from '@/core/document';
import { newId } from '@/store/actions';
import { Action } from '@/ui/Action';
import { PlaceFields } from '@/ui/PlaceFields';
import { Toggle } from '@/ui/Toggle';
import type { SectionProps } from './types';

/** Where the layer is, on the canvas and in the stack. */
export function PlaceSection({ layer, overlay, edit }: SectionProps) {
  const move = (by: 1 | -1) =>
    edit((document) => ({ ...document, layers: restack(document.layers, layer.id, by) }));
  return (
    <View style={styles.column}>
      <PlaceFields
        place={layer.place}
        canvas={overlay}
        onChange={(place, gesture) =>
          edit((document) => updateLayer(document, layer.id, { place }), gesture)
        }
      />
      <Toggle
        label="Hidden"
        value={layer.hidden}
        onChange={(hidden) => edit((document) => updateLayer(document, layer.id, { hidden }))}
      />
      <View style={styles.row}>
        <Action label="Bring forward" icon="arrange-bring-forward" onPress={() => move(1)} />
        <Action label="Send backward" icon="arrange-send-backward" onPress={() => move(-1)} />
        <Action
          label="Duplicate"
          icon="content-copy"
          onPress={() => edit((document) => duplicateLayer(document, layer.id, newId))}
        />
        <Action
          label="Delete layer"
          icon="delete-outline"
          onPress={() => edit((document) => removeLayer(document, layer.id))}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
