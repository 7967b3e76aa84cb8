import { useRouter } from 'expo-router';
import { useMemo, useState, type ReactNode } from 'react';
import { StyleSheet, useWindowDimensions, View, type LayoutChangeEvent } from 'react-native';
import { type Bundle, type SoundTrack } from '@/core/document';
import { addLayer } from '@/core/edit';
import type { StackEdit } from '@/store/editing';
import { Player } from '@/store/player';
import { useSound } from '@/store/useSound';
import { useStage, type Proof, type StageMode } from '@/store/useStage';
import { PalettesContext } from '@/ui/ColourField';
import { LEAST_CUES } from '@/ui/cueSheet/CueSheet';
import { Frame } from '@/ui/Frame';
import { useArrangement, stageHeight } from '@/ui/layout';
import { SheetRoom } from '@/ui/Sheet';
import { useTokens } from '@/ui/theme';
import type { Step, Ways } from '@/ui/Steps';
import { NameButton } from '../shared/rename';
import { Transport } from '../shared/Transport';
import { useLeft } from '../shared/useLeft';
import { UndoRedo } from '../shared/UndoRedo';
import { useChoice, useTriedMove } from './choice';
import { EditingContext, type Editing } from './editing';
import { LayerCueSheet } from './LayerCueSheet';
import { LayerInspector } from './LayerInspector';
import { LayerStage } from './LayerStage';
import { useAppSelector } from '@/store/store';
import { selectCheckState } from '@/store/check';
import { usePalettes } from './usePalettes';

interface WorkspaceProps {
  readonly bundle: Bundle;
  readonly edit: (edit: StackEdit, gesture?: string | null) => void;
  readonly step: Step;
  readonly go: (selected: string | null) => Ways;
  readonly proof: Proof;
  /** The frame at which the playhead stands at first. */
  readonly startsAt: number;
  /** Beside the transport. */
  readonly transport?: ReactNode;
  /** The menu that adds to the document. */
  readonly add: ReactNode;
  /** What can be set while no layer is chosen. */
  readonly settings: ReactNode;
  /** What can be set of a sound; left out where there are none. */
  readonly sound?: (track: SoundTrack) => ReactNode;
}

/** Where layers are edited: the stage, the cue sheet, and the chosen layer's settings. */
export function Workspace({ bundle, edit, step, go, proof, startsAt, ...parts }: WorkspaceProps) {
  const router = useRouter();
  const { document } = bundle;
  const check = useAppSelector((state) => selectCheckState(state, document.id));
  const [player] = useState(() => new Player(startsAt));
  const choice = useChoice(document);
  const { selection, view, divider, several } = choice;
  const single = selection.length === 1 ? selection[0] : null;
  const { tried, tryMove, shown } = useTriedMove(bundle, player, choice.letter);
  const mode = useMemo<StageMode>(
    () => (single && view !== 'result' ? { kind: view, layer: single } : { kind: 'result' }),
    [single, view],
  );
  const left = useLeft();
  useSound(bundle, player);
  const palettes = usePalettes(bundle);
  const stage = useStage({ bundle: shown, player, proof, mode, divider });
  const editing: Editing = {
    bundle,
    document,
    edit,
    left,
    player,
    quads: stage.quads,
    tried,
    tryMove,
    ...choice,
    select: (ids) => {
      tryMove(null);
      choice.select(ids);
    },
    add: (layer) => {
      edit((stack) => addLayer(stack, layer));
      choice.select([layer.id]);
      choice.setSection('what');
    },
  };
  return (
    <EditingContext value={editing}>
      <PalettesContext value={palettes}>
        <Frame
          title={document.name}
          onBack={() => router.replace('/')}
          step={step}
          go={go(single)}
          check={check}
          tools={
            <>
              <UndoRedo id={document.id} />
              <NameButton id={document.id} name={document.name} />
            </>
          }
        >
          <Arranged
            stage={<LayerStage stage={stage} several={several} />}
            transport={
              <Transport player={player} length={document.length} rate={document.rate}>
                {parts.transport}
              </Transport>
            }
            cues={<LayerCueSheet several={several} add={parts.add} />}
            settings={
              <LayerInspector
                several={several}
                onSeveral={choice.setSeveral}
                settings={parts.settings}
                sound={parts.sound}
              />
            }
          />
        </Frame>
      </PalettesContext>
    </EditingContext>
  );
}

type Parts = Readonly<Record<'stage' | 'transport' | 'cues' | 'settings', ReactNode>>;

/** The parts of the workspace as the screen has room for them. */
function Arranged({ stage, transport, cues, settings }: Parts) {
  const arrangement = useArrangement();
  const { width, height } = useWindowDimensions();
  const { line } = useTokens();
  const [room, setRoom] = useState(0);
  const measure = ({ nativeEvent: { layout } }: LayoutChangeEvent) => setRoom(layout.height);
  if (arrangement === 'wide') {
    return (
      <View style={styles.row}>
        <View style={styles.column}>
          <View style={styles.wideStage}>{stage}</View>
          {transport}
          {cues}
        </View>
        {settings}
      </View>
    );
  }
  // One tree for all three, so that a phone can be turned without the stage being made anew.
  const turned = arrangement === 'turned';
  const tablet = arrangement === 'tablet';
  const high = stageHeight(width, height);
  return (
    <View style={turned ? styles.row : styles.column}>
      <View style={turned ? styles.column : null}>
        <View style={high === null ? styles.wideStage : { height: high }}>{stage}</View>
        {transport}
      </View>
      <View
        onLayout={measure}
        style={[turned ? styles.half : styles.column, tablet && styles.row, { borderColor: line }]}
      >
        <SheetRoom room={room} leave={[LEAST_CUES, 0]} most={turned ? Infinity : MIDDLE}>
          <View style={styles.column}>{cues}</View>
          {settings}
        </SheetRoom>
      </View>
    </View>
  );
}

/** Pixels of a sheet that leaves the rest of a tall screen to the cue sheet. */
const MIDDLE = 260;

const styles = StyleSheet.create({
  column: { flex: 1, minHeight: 0, minWidth: 0 },
  row: { flex: 1, flexDirection: 'row', minHeight: 0 },
  half: { width: '44%', minHeight: 0, borderLeftWidth: 1 },
  wideStage: { flex: 3, minHeight: 0 },
});
