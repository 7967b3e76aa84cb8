import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Layer, SoundTrack } from '@/core/document';
import { IconAction } from '@/ui/Action';
import { Sheet } from '@/ui/Sheet';
import { Tabs } from '@/ui/Tabs';
import { Words } from '@/ui/Words';
import { CutBar } from './CutBar';
import { LayerMenu } from './LayerMenu';
import { useEditing } from './editing';
import { sectionsOf } from './sections';
import { TriedMoveBar } from './sections/MovesSection';
import { SeveralSection } from './sections/SeveralSection';

interface LayerInspectorProps {
  /** Layers are being chosen one after the other. */
  readonly several: boolean;
  readonly onSeveral: (several: boolean) => void;
  /** What can be set while no layer is chosen. */
  readonly settings: ReactNode;
  /** What can be set of a sound; left out where there are none. */
  readonly sound?: (track: SoundTrack) => ReactNode;
}

/** The settings of what is chosen: the document, one layer, or several. */
export function LayerInspector({ several, onSeveral, settings, sound }: LayerInspectorProps) {
  const { document, selection, select } = useEditing();
  const layers = document.layers.filter((layer) => selection.includes(layer.id));
  const track =
    document.kind === 'landing' && document.sounds.find(({ id }) => id === selection[0]);
  if (track) return sound?.(track) ?? null;
  if (layers.length === 0) return settings;
  const tools = (
    <>
      <LayerMenu layers={layers} onSeveral={onSeveral} />
      <IconAction icon="close" label="Done" onPress={() => select([])} />
    </>
  );
  if (several || layers.length > 1) {
    return (
      <Sheet
        top={
          <View style={styles.top}>
            <View style={styles.heading}>
              <Words kind="heading">
                {layers.length === 1 ? '1 layer, tap more' : `${layers.length} layers`}
              </Words>
            </View>
            {tools}
          </View>
        }
      >
        <SeveralSection ids={layers.map((layer) => layer.id)} />
      </Sheet>
    );
  }
  return <LayerSheet layer={layers[0]} tools={tools} />;
}

interface LayerSheetProps {
  readonly layer: Layer;
  readonly tools: ReactNode;
}

function LayerSheet({ layer, tools }: LayerSheetProps) {
  const { section, setSection, tried, tryMove } = useEditing();
  const sections = sectionsOf(layer.kind);
  const shown = sections.find(({ name }) => name === section) ?? sections[0];
  const open = (next: string) => {
    if (tried) tryMove(null);
    setSection(next);
  };
  return (
    <Sheet
      page={shown.name}
      top={
        <View style={styles.top}>
          <View style={styles.tabs}>
            <Tabs
              tabs={sections.map(({ name, label }) => ({ value: name, label }))}
              value={shown.name}
              onChange={open}
            />
          </View>
          {tools}
        </View>
      }
      foot={<PendingBar layer={layer} />}
    >
      <shown.Content key={`${layer.id} ${shown.name}`} layer={layer} />
    </Sheet>
  );
}

/** What is tried on the stage and waits for a yes. */
function PendingBar({ layer }: { readonly layer: Layer }) {
  const { cut, tried } = useEditing();
  if (cut?.layer === layer.id) return <CutBar layer={layer} cut={cut} />;
  return tried ? <TriedMoveBar tried={tried} /> : null;
}

const styles = StyleSheet.create({
  top: { flexDirection: 'row', alignItems: 'center', paddingRight: 12 },
  tabs: { flex: 1, minWidth: 0 },
  heading: { flex: 1, paddingHorizontal: 16 },
});
