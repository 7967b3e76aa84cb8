import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  addLayer,
  createShape,
  createWords,
  shiftLayer,
  trimLayer,
  updateLayer,
  type Bundle,
  type Layer,
  type Overlay,
} from '@/core/document';
import { newId } from '@/store/actions';
import { Player, usePlayer } from '@/store/player';
import { useStage, type Proof } from '@/store/useStage';
import { Chip } from '@/ui/Chip';
import { CueSheet, PlayheadMark } from '@/ui/cueSheet/CueSheet';
import { Frame, useWide } from '@/ui/Frame';
import { PopMenu } from '@/ui/PopMenu';
import { Sheet } from '@/ui/Sheet';
import { Stage } from '@/ui/stage/Stage';
import { Tabs } from '@/ui/Tabs';
import { Words } from '@/ui/Words';
import { Missing } from '../shared/Missing';
import { NameButton } from '../shared/rename';
import { Transport } from '../shared/Transport';
import { UndoRedo } from '../shared/UndoRedo';
import { useBundle } from '../shared/useBundle';
import { useOverlaySteps } from '../shared/useSteps';
import { overlayLanes } from './lanes';
import { ProofMenu } from './ProofMenu';
import { LookSection } from './sections/LookSection';
import { MovesSection } from './sections/MovesSection';
import { OverlaySection } from './sections/OverlaySection';
import { PlaceSection } from './sections/PlaceSection';
import { ShapeSection } from './sections/ShapeSection';
import { WordsSection } from './sections/WordsSection';
import { stretchPhase } from './stretch';
import { useEdit, type Edit } from './useEdit';

const RESULT = { kind: 'result' } as const;

/** Make: the stage, the cue sheet, and the chosen layer's settings. */
export function MakeScreen({ id }: { readonly id: string }) {
  const bundle = useBundle(id);
  if (bundle?.document.kind !== 'overlay') return <Missing what="overlay" />;
  return <Make bundle={bundle} overlay={bundle.document} />;
}

function Make({ bundle, overlay }: { readonly bundle: Bundle; readonly overlay: Overlay }) {
  const router = useRouter();
  const wide = useWide();
  const edit = useEdit(overlay.id);
  const go = useOverlaySteps(overlay.id);
  const [player] = useState(() => new Player());
  const [selected, setSelected] = useState<string | null>(null);
  const [proof, setProof] = useState<Proof>('backdrop');
  const stage = useStage({ bundle, player, proof, mode: RESULT, divider: null });
  const { lanes, links } = useMemo(() => overlayLanes(overlay), [overlay]);
  const layer = overlay.layers.find((entry) => entry.id === selected) ?? null;
  const add = (next: Layer) => {
    edit((document) => addLayer(document, next));
    setSelected(next.id);
  };
  const work = (
    <View style={styles.column}>
      <View style={wide ? styles.wideStage : styles.phoneStage}>
        <Stage
          width={overlay.width}
          height={overlay.height}
          {...stage}
          things={overlay.layers.filter((entry) => !entry.hidden)}
          selected={selected}
          onSelect={setSelected}
          onPlace={(layerId, place, gesture) =>
            edit((document) => updateLayer(document, layerId, { place }), gesture)
          }
        />
      </View>
      <Transport player={player} length={overlay.length} rate={overlay.rate}>
        <ProofMenu overlay={overlay} value={proof} onChange={setProof} />
      </Transport>
      <CueSheet
        lanes={lanes}
        links={links}
        length={overlay.length}
        rate={overlay.rate}
        playhead={<PlayerMark player={player} />}
        selected={selected}
        wide={wide}
        add={<AddMenu overlay={overlay} onAdd={add} />}
        onSelect={setSelected}
        onScrub={(frame) => player.seek(frame, overlay.length)}
        onStep={(by) => player.seek(player.get().frame + by, overlay.length)}
        onShift={(layerId, by, gesture) =>
          edit((document) => shiftLayer(document, layerId, by), gesture)
        }
        onTrim={(layerId, end, by, gesture) =>
          edit((document) => trimLayer(document, layerId, end, by), gesture)
        }
        onStretch={(layerId, part, by, gesture) =>
          edit((document) => stretchPhase(document, layerId, part, by), gesture)
        }
      />
    </View>
  );
  return (
    <Frame
      title={overlay.name}
      onBack={() => router.replace('/')}
      step="make"
      go={go}
      tools={
        <>
          <UndoRedo id={overlay.id} />
          <NameButton id={overlay.id} name={overlay.name} />
        </>
      }
    >
      <View style={wide ? styles.wide : styles.column}>
        {work}
        <Inspector
          overlay={overlay}
          layer={layer}
          edit={edit}
          onDeselect={() => setSelected(null)}
        />
      </View>
    </Frame>
  );
}

function PlayerMark({ player }: { readonly player: Player }) {
  return <PlayheadMark frame={usePlayer(player, (state) => state.frame)} />;
}

interface AddMenuProps {
  readonly overlay: Overlay;
  readonly onAdd: (layer: Layer) => void;
}

function AddMenu({ overlay, onAdd }: AddMenuProps) {
  const entry = (label: string, icon: string, make: () => Layer) => ({
    label,
    icon,
    onPress: () => onAdd(make()),
  });
  return (
    <PopMenu
      title="Add a layer"
      entries={[
        entry('Words', 'format-text', () => createWords(newId(), overlay, 'New words')),
        entry('Rectangle', 'rectangle-outline', () => createShape(newId(), overlay, 'rectangle')),
        entry('Ellipse', 'ellipse-outline', () => createShape(newId(), overlay, 'ellipse')),
      ]}
      opener={(open) => <Chip icon="plus" label="Add" onPress={open} />}
    />
  );
}

type Section = 'what' | 'look' | 'place' | 'moves';

interface InspectorProps {
  readonly overlay: Overlay;
  readonly layer: Layer | null;
  readonly edit: Edit;
  readonly onDeselect: () => void;
}

function Inspector({ overlay, layer, edit, onDeselect }: InspectorProps) {
  const [section, setSection] = useState<Section>('what');
  if (!layer) {
    return (
      <Sheet top={<Heading title="This overlay" />}>
        {overlay.layers.length === 0 ? (
          <Words>
            Start with Add: words or a shape. Then choose how it arrives, stays and leaves.
          </Words>
        ) : null}
        <OverlaySection overlay={overlay} edit={edit} />
      </Sheet>
    );
  }
  const tabs: readonly { value: Section; label: string }[] = [
    { value: 'what', label: layer.kind === 'words' ? 'Words' : 'Shape' },
    { value: 'look', label: 'Look' },
    { value: 'place', label: 'Place' },
    { value: 'moves', label: 'Moves' },
  ];
  const props = { overlay, edit };
  return (
    <Sheet
      top={
        <View style={styles.top}>
          <View style={styles.tabs}>
            <Tabs tabs={tabs} value={section} onChange={setSection} />
          </View>
          <Chip icon="close" label="Done" onPress={onDeselect} />
        </View>
      }
    >
      {section === 'what' && layer.kind === 'words' ? (
        <WordsSection {...props} layer={layer} />
      ) : null}
      {section === 'what' && layer.kind === 'shape' ? (
        <ShapeSection {...props} layer={layer} />
      ) : null}
      {section === 'look' ? <LookSection {...props} layer={layer} /> : null}
      {section === 'place' ? <PlaceSection {...props} layer={layer} /> : null}
      {section === 'moves' ? <MovesSection {...props} layer={layer} /> : null}
    </Sheet>
  );
}

function Heading({ title }: { readonly title: string }) {
  return (
    <View style={styles.heading}>
      <Words kind="heading">{title}</Words>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { flex: 1, minHeight: 0, minWidth: 0 },
  wide: { flex: 1, flexDirection: 'row', minHeight: 0 },
  wideStage: { flex: 3, minHeight: 0 },
  phoneStage: { height: 228 },
  top: { flexDirection: 'row', alignItems: 'center', paddingRight: 12 },
  tabs: { flex: 1, minWidth: 0 },
  heading: { paddingHorizontal: 16, paddingBottom: 4 },
});
