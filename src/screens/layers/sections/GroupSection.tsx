import { View } from 'react-native';
import { type GroupLayer } from '@/core/document';
import { ungroup } from '@/core/edit';
import { layerTree } from '@/core/scene';
import { Action } from '@/ui/Action';
import { Chip } from '@/ui/Chip';
import { Words } from '@/ui/Words';
import { useEditing } from '../editing';
import { section, type SectionProps } from './types';

export const groupSection = section({
  name: 'what',
  label: 'Group',
  kinds: ['group'],
  Content: GroupSection,
});

/** What is in a group, and the way to open it for good. */
function GroupSection({ layer }: SectionProps<GroupLayer>) {
  const { document, edit, select } = useEditing();
  const inside = layerTree(document.layers).get(layer.id) ?? [];
  return (
    <View>
      <Words kind="small" soft>
        In this group
      </Words>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 }}>
        {inside.map(({ id, name }) => (
          <Chip key={id} label={name} onPress={() => select([id])} />
        ))}
      </View>
      <View style={{ flexDirection: 'row' }}>
        <Action
          label="Ungroup"
          icon="ungroup"
          onPress={() => {
            edit((document) => ungroup(document, layer.id));
            select(inside.map(({ id }) => id));
          }}
        />
      </View>
    </View>
  );
}
