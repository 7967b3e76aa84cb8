import { StyleSheet, View } from 'react-native';
import { distributeLayers } from '@/core/edit';
import { Action } from '@/ui/Action';
import { useEditing } from '../editing';
import { AlignRow } from './PlaceSection';

/** What can be done with several layers at once. */
export function SeveralSection({ ids }: { readonly ids: readonly string[] }) {
  const { edit, quads } = useEditing();
  const enough = ids.length >= 3;
  return (
    <View style={styles.column}>
      <AlignRow ids={ids} />
      <View style={styles.row}>
        <Action
          label="Space out across"
          icon="distribute-horizontal-center"
          disabled={!enough}
          onPress={() => edit((document) => distributeLayers(document, ids, quads, 'across'))}
        />
        <Action
          label="Space out down"
          icon="distribute-vertical-center"
          disabled={!enough}
          onPress={() => edit((document) => distributeLayers(document, ids, quads, 'down'))}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
