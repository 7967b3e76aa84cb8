import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Layer, SoundTrack } from '@/core/document';
import { IconAction } from '@/ui/Action';
import { Sheet } from '@/ui/Sheet';
import { Tabs } from '@/ui/Tabs';
import { Words } from '@/ui/Words';
import { CutBar } from './CutBar';
import { LayerMenu } from './LayerMenu';
import { useEditing, type Section } from './editing';
import { EdgesSection } from './sections/EdgesSection';
import { FootageSection } from './sections/FootageSection';
import { GroupSection } from './sections/GroupSection';
import { KeySection } from './sections/KeySection';
import { InkSection } from './sections/InkSection';
import { LookSection } from './sections/LookSection';
import { MovesSection, TriedMoveBar } from './sections/MovesSection';
import { NestedSection } from './sections/NestedSection';
import { PlaceSection } from './sections/PlaceSection';
import { SeveralSection } from './sections/SeveralSection';
import { ShapeSection } from './sections/ShapeSection';
import { TimeSection } from './sections/TimeSection';
import { WordsSection } from './sections/WordsSection';

const WHAT: Readonly<Record<Layer['kind'], string>> = {
  words: 'Words',
  shape: 'Shape',
  picture: 'Picture',
  clip: 'Clip',
  group: 'Group',
  overlay: 'Overlay',
  ink: 'Drawing',
};

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
  const keyable = layer.kind === 'picture' || layer.kind === 'clip';
  const shown = section === 'key' && !keyable ? 'what' : section;
  const tabs: readonly { value: Section; label: string }[] = [
    { value: 'what', label: WHAT[layer.kind] },
    ...(keyable ? [{ value: 'key' as const, label: 'Key' }] : []),
    { value: 'time', label: 'Time' },
    { value: 'look', label: 'Look' },
    { value: 'place', label: 'Place' },
    { value: 'edges', label: 'Edges' },
    { value: 'moves', label: 'Moves' },
  ];
  const open = (next: Section) => {
    if (tried) tryMove(null);
    setSection(next);
  };
  return (
    <Sheet
      page={shown}
      top={
        <View style={styles.top}>
          <View style={styles.tabs}>
            <Tabs tabs={tabs} value={shown} onChange={open} />
          </View>
          {tools}
        </View>
      }
      foot={<PendingBar layer={layer} />}
    >
      {shown === 'what' ? <WhatSection key={layer.id} layer={layer} /> : null}
      {shown === 'key' && keyable ? <KeySection key={layer.id} layer={layer} /> : null}
      {shown === 'time' ? <TimeSection key={layer.id} layer={layer} /> : null}
      {shown === 'look' ? <LookSection key={layer.id} layer={layer} /> : null}
      {shown === 'place' ? <PlaceSection key={layer.id} layer={layer} /> : null}
      {shown === 'edges' ? <EdgesSection key={layer.id} layer={layer} /> : null}
      {shown === 'moves' ? <MovesSection key={layer.id} layer={layer} /> : null}
    </Sheet>
  );
}

/** What is tried on the stage and waits for a yes. */
function PendingBar({ layer }: { readonly layer: Layer }) {
  const { cut, tried } = useEditing();
  if (cut?.layer === layer.id) return <CutBar layer={layer} cut={cut} />;
  return tried ? <TriedMoveBar tried={tried} /> : null;
}

function WhatSection({ layer }: { readonly layer: Layer }) {
  switch (layer.kind) {
    case 'words':
      return <WordsSection layer={layer} />;
    case 'shape':
      return <ShapeSection layer={layer} />;
    case 'picture':
    case 'clip':
      return <FootageSection layer={layer} />;
    case 'group':
      return <GroupSection layer={layer} />;
    case 'overlay':
      return <NestedSection layer={layer} />;
    case 'ink':
      return <InkSection layer={layer} />;
  }
}

const styles = StyleSheet.create({
  top: { flexDirection: 'row', alignItems: 'center', paddingRight: 12 },
  tabs: { flex: 1, minWidth: 0 },
  heading: { flex: 1, paddingHorizontal: 16 },
});
