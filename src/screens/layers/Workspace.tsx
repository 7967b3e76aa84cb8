import { useRouter } from 'expo-router';
import { useMemo, useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { addLayer, type Bundle, type SoundTrack } from '@/core/document';
import type { StackEdit } from '@/store/actions';
import { Player } from '@/store/player';
import { useSound } from '@/store/useSound';
import { useStage, type Proof, type StageMode } from '@/store/useStage';
import { PalettesContext } from '@/ui/ColourField';
import { Frame, useWide } from '@/ui/Frame';
import type { Step } from '@/ui/Steps';
import { NameButton } from '../shared/rename';
import { Transport } from '../shared/Transport';
import { UndoRedo } from '../shared/UndoRedo';
import { useChoice, useTriedMove } from './choice';
import { EditingContext, type Editing } from './editing';
import { LayerCueSheet } from './LayerCueSheet';
import { LayerInspector } from './LayerInspector';
import { LayerStage } from './LayerStage';
import { selectCheckState } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { usePalettes } from './usePalettes';

interface WorkspaceProps {
  readonly bundle: Bundle;
  readonly edit: (edit: StackEdit, gesture?: string | null) => void;
  readonly step: Step;
  readonly go: (selected: string | null) => Readonly<Record<Step, (() => void) | null>>;
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
  const wide = useWide();
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
  useSound(bundle, player);
  const palettes = usePalettes(bundle);
  const stage = useStage({ bundle: shown, player, proof, mode, divider });
  const editing: Editing = {
    bundle,
    document,
    edit,
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
          <View style={wide ? styles.wide : styles.column}>
            <View style={styles.column}>
              <View style={wide ? styles.wideStage : styles.phoneStage}>
                <LayerStage stage={stage} several={several} />
              </View>
              <Transport player={player} length={document.length} rate={document.rate}>
                {parts.transport}
              </Transport>
              <LayerCueSheet wide={wide} several={several} add={parts.add} />
            </View>
            <LayerInspector
              several={several}
              onSeveral={choice.setSeveral}
              settings={parts.settings}
              sound={parts.sound}
            />
          </View>
        </Frame>
      </PalettesContext>
    </EditingContext>
  );
}

const styles = StyleSheet.create({
  column: { flex: 1, minHeight: 0, minWidth: 0 },
  wide: { flex: 1, flexDirection: 'row', minHeight: 0 },
  wideStage: { flex: 3, minHeight: 0 },
  phoneStage: { height: 228 },
});
