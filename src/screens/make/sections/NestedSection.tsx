import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { updateLayer, type OverlayLayer } from '@/core/document';
import { selectOverlay } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { Words } from '@/ui/Words';
import { useMake } from '../make';
import { AfterField } from './ClipTimeFields';
import type { SectionProps } from './types';

/** Another overlay, live: what is changed in it changes here. */
export function NestedSection({ layer }: SectionProps<OverlayLayer>) {
  const router = useRouter();
  const { edit } = useMake();
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
      <AfterField
        value={layer.after}
        onChange={(after) => edit((overlay) => updateLayer(overlay, layer.id, { after }))}
      />
    </View>
  );
}
