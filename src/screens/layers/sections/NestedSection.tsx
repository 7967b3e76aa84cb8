import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { type Overlay, type OverlayLayer } from '@/core/document';
import { takeOver, updateLayer, windowOf } from '@/core/edit';
import { timeLayers } from '@/core/motion/timing';
import { secondsLabel, secondsToFrames } from '@/core/time';
import { newId } from '@/store/actions';
import { selectOverlay } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { useEditing, usePausedFrame } from '../editing';
import { useLandingEdit } from '../sounds';
import { section, type SectionProps } from './types';
import { quoted } from '@/core/quoted';

export const nestedSection = section({
  name: 'what',
  label: 'Overlay',
  kinds: ['overlay'],
  Content: NestedSection,
});

/** Another overlay, live: what is changed in it changes here. */
function NestedSection({ layer }: SectionProps<OverlayLayer>) {
  const router = useRouter();
  const { edit } = useEditing();
  const nested = useAppSelector((state) => selectOverlay(state, layer.overlay));
  if (!nested) return <Words>The overlay that was here is no longer in the kit.</Words>;
  return (
    <View>
      <Words>{`${quoted(nested.name)}, live: change it there, and it changes here.`}</Words>
      <View style={{ flexDirection: 'row' }}>
        <Action
          label="Open it"
          icon="open-in-new"
          onPress={() => router.push({ pathname: '/overlay/[id]/make', params: { id: nested.id } })}
        />
      </View>
      <LastsAgainst layer={layer} />
      <TakeOver layer={layer} nested={nested} />
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

/** How long it is on show against the landing, and the way to have it stay. */
function LastsAgainst({ layer }: SectionProps<OverlayLayer>) {
  const { document, edit } = useEditing();
  const { from, to } = timeLayers(document).get(layer.id)!;
  if (document.kind !== 'landing' || to - from >= document.length) return null;
  const lasts = secondsLabel(Math.min(to, document.length) - from, document.rate);
  const throughout = { from: 0, to: document.length, after: 'stretch' } as const;
  return (
    <>
      <Words>{`It is on show for ${lasts}; the landing lasts ${secondsLabel(document.length, document.rate)}.`}</Words>
      <View style={{ flexDirection: 'row' }}>
        <Action
          label="Stay throughout"
          icon="arrow-expand-horizontal"
          onPress={() => edit((stack) => updateLayer(stack, layer.id, throughout))}
        />
      </View>
    </>
  );
}

/** Seconds of the dissolve. */
const DISSOLVE = 1;

interface TakeOverProps extends SectionProps<OverlayLayer> {
  readonly nested: Overlay;
}

/** What is seen through its letters takes over the full frame from the playhead on. */
function TakeOver({ layer, nested }: TakeOverProps) {
  const { document, bundle } = useEditing();
  const frame = usePausedFrame();
  const edit = useLandingEdit();
  const seen = windowOf(nested);
  const footage = bundle.footage.find(({ id }) => id === seen?.fill.footage);
  if (!footage || document.kind !== 'landing') return null;
  const length = secondsToFrames(DISSOLVE, document.rate);
  return (
    <View style={{ flexDirection: 'row' }}>
      <Action
        label="Let its footage take over here"
        icon="arrow-expand-all"
        onPress={() =>
          edit((landing) => takeOver(landing, layer.id, nested, footage, frame, length, newId))
        }
      />
    </View>
  );
}
