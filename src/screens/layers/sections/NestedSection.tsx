import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { updateLayer, type OverlayLayer } from '@/core/document';
import { selectOverlay } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { useEditing } from '../editing';
import type { SectionProps } from './types';

/** Another overlay, live: what is changed in it changes here. */
export function NestedSection({ layer }: SectionProps<OverlayLayer>) {
  const router = useRouter();
  const { edit } = useEditing();
  const nested = useAppSelector((state) => selectOverlay(state, layer.overlay));
  if (!nested) return <Words>The overlay that was here is no longer in the kit.</Words>;
  return (
    <View>
      <Words>{`“${nested.name}”, live: change it there, and it changes here.`}</Words>
      <View style={{ flexDirection: 'row' }}>
        <Action
          label="Open it"
          icon="open-in-new"
          onPress={() => router.push({ pathname: '/overlay/[id]/make', params: { id: nested.id } })}
        />
      </View>
      {nested.backdrop.kind === 'key' ? (
        <Toggle
          label="With its backdrop"
          value={layer.backdrop}
          onChange={(backdrop) => edit((stack) => updateLayer(stack, layer.id, { backdrop }))}
        />
      ) : null}
    </View>
  );
}
