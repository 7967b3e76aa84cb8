import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  addLayer,
  changeLayer,
  dropLayer,
  groupMatrix,
  linkLayers,
  offsetWithin,
  setPlace,
  shiftKeyframes,
  shiftLayer,
  trimLayer,
  type Bundle,
  type Layer,
  type Overlay,
  type Place,
} from '@/core/document';
import { layerAt } from '@/core/motion/channels';
import { timeLayers } from '@/core/motion/timing';
import { apply } from '@/core/scene';
import { Player, usePlayer } from '@/store/player';
import { useStage, type Proof } from '@/store/useStage';
import { CueSheet, PlayheadMark } from '@/ui/cueSheet/CueSheet';
import { Frame, useWide } from '@/ui/Frame';
import { Stage, type StageThing } from '@/ui/stage/Stage';
import { Missing } from '../shared/Missing';
import { NameButton } from '../shared/rename';
import { Transport } from '../shared/Transport';
import { UndoRedo } from '../shared/UndoRedo';
import { useBundle } from '../shared/useBundle';
import { useOverlaySteps } from '../shared/useSteps';
import { AddMenu } from './AddMenu';
import { Inspector } from './Inspector';
import { overlayLanes } from './lanes';
import {
  MakeContext,
  type Cut,
  type Make as MakeState,
  type Section,
  type TriedMove,
} from './make';
import { OnStage } from './onStage/OnStage';
import { ProofMenu } from '../shared/ProofMenu';
import { withMove } from './sections/MovesSection';
import { stretchPhase } from './stretch';
import { useEdit } from '../shared/useEdit';

const RESULT = { kind: 'result' } as const;

/** Make: the stage, the cue sheet, and the chosen layer's settings. */
export function MakeScreen({ id }: { readonly id: string }) {
  const bundle = useBundle(id);
  if (bundle?.document.kind !== 'overlay') return <Missing what="overlay" />;
  return <Make bundle={bundle} overlay={bundle.document} />;
}

interface MakeProps {
  readonly bundle: Bundle;
  readonly overlay: Overlay;
}

function Make({ bundle, overlay }: MakeProps) {
  const router = useRouter();
  const wide = useWide();
  const edit = useEdit(overlay.id);
  const go = useOverlaySteps(overlay.id);
  // In the middle, where most of what there is can be seen.
  const [player] = useState(() => new Player(Math.floor(overlay.length / 2)));
  const [proof, setProof] = useState<Proof>('backdrop');
  const choice = useChoice(overlay);
  const { tried, tryMove, shown } = useTriedMove(bundle, overlay, player, choice.letter);
  const stage = useStage({ bundle: shown, player, proof, mode: RESULT, divider: null });
  const make: MakeState = {
    bundle,
    overlay,
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
  };
  return (
    <MakeContext value={make}>
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
          <View style={styles.column}>
            <View style={wide ? styles.wideStage : styles.phoneStage}>
              <MakeStage make={make} stage={stage} more={choice.several} />
            </View>
            <Transport player={player} length={overlay.length} rate={overlay.rate}>
              <ProofMenu overlay={overlay} value={proof} onChange={setProof} />
            </Transport>
            <MakeCueSheet make={make} wide={wide} more={choice.several} />
          </View>
          <Inspector several={choice.several} onSeveral={choice.setSeveral} />
        </View>
      </Frame>
    </MakeContext>
  );
}

/** What is chosen, down to a letter, a move or a point of a path. */
function useChoice(overlay: Overlay) {
  const [ids, setIds] = useState<readonly string[]>([]);
  const [letter, chooseLetter] = useState<number | null>(null);
  const [openMove, setOpenMove] = useState<string | null>(null);
  const [point, choosePoint] = useState<number | null>(null);
  const [cut, setCut] = useState<Cut | null>(null);
  const [several, setSeveral] = useState(false);
  const [section, setSection] = useState<Section>('what');
  const selection = ids.filter((id) => overlay.layers.some((layer) => layer.id === id));
  const select = (next: readonly string[]) => {
    setIds(next);
    chooseLetter(null);
    setOpenMove(null);
    choosePoint(null);
    setCut(null);
    if (next.length === 0) setSeveral(false);
  };
  return {
    selection,
    select,
    letter,
    chooseLetter,
    openMove,
    setOpenMove,
    point,
    choosePoint,
    cut,
    setCut,
    several,
    setSeveral,
    section,
    setSection,
  };
}

/** A move that is looked at: the stage plays the overlay as if it had it, the overlay stays as it is. */
function useTriedMove(bundle: Bundle, overlay: Overlay, player: Player, letter: number | null) {
  const [tried, setTried] = useState<TriedMove | null>(null);
  const withTried = useMemo(
    () => tried && withMove(overlay, tried.layer, TRIED, tried.kind, tried.phase, letter),
    [overlay, tried, letter],
  );
  const shown = useMemo(
    () => (withTried ? { ...bundle, document: withTried } : bundle),
    [bundle, withTried],
  );
  const tryMove = (move: TriedMove | null) => {
    setTried(move);
    if (!move) {
      // Back to where the playhead stood before.
      if (tried) player.seek(player.get().paused, overlay.length);
      return;
    }
    const next = withMove(overlay, move.layer, TRIED, move.kind, move.phase, letter);
    const time = timeLayers(next).get(move.layer)!.moves.get(TRIED)!;
    const pause = Math.round(overlay.rate.num / overlay.rate.den / 3);
    player.playRange(
      Math.max(0, time.start - (move.phase === 'arrive' ? 0 : pause)),
      Math.min(overlay.length, Math.max(time.end, time.start + 1) + pause),
    );
  };
  return { tried, tryMove, shown };
}

const TRIED = 'tried-move';

interface PartProps {
  readonly make: MakeState;
  /** Every tap adds to what is chosen, or takes away from it. */
  readonly more: boolean;
}

const toggled = (ids: readonly string[], id: string): readonly string[] =>
  ids.includes(id) ? ids.filter((entry) => entry !== id) : [...ids, id];

function MakeStage({
  make,
  stage,
  more: several,
}: PartProps & { readonly stage: ReturnType<typeof useStage> }) {
  const { overlay, edit, player, selection, select } = make;
  const frame = usePlayer(player, (state) => (state.playing ? 0 : state.frame));
  const things = useMemo(() => stageThings(overlay, selection, frame), [overlay, selection, frame]);
  const single =
    selection.length === 1 ? overlay.layers.find(({ id }) => id === selection[0]) : null;
  const choose = (id: string | null, more: boolean) => {
    if (id && (more || several)) select(toggled(selection, id));
    else if (!several) select(id ? [id] : []);
  };
  const place = (id: string, next: Place, gesture: string) =>
    edit((document) => placeAll(document, id, next, selection, player.get().frame), gesture);
  return (
    <Stage
      width={overlay.width}
      height={overlay.height}
      {...stage}
      things={things}
      selected={selection}
      onSelect={choose}
      onPlace={place}
      offsetOf={(id, dx, dy) => {
        const layer = overlay.layers.find((entry) => entry.id === id)!;
        return offsetWithin(overlay, layer, dx, dy);
      }}
    >
      <OnStage layer={single ?? null} />
    </Stage>
  );
}

/** What can be grasped: layers at the top, what is chosen, and what is in its group. */
function stageThings(
  overlay: Overlay,
  selection: readonly string[],
  frame: number,
): readonly StageThing[] {
  const opened = new Set(
    overlay.layers.filter(({ id }) => selection.includes(id)).map((layer) => layer.group),
  );
  return overlay.layers
    .filter(
      (layer) =>
        !layer.hidden && !layer.locked && (layer.group === null || opened.has(layer.group)),
    )
    .map((layer) => {
      const place = layerAt(layer, frame).place;
      const pivot = apply(groupMatrix(overlay.layers, layer.group), place);
      return { id: layer.id, name: layer.name, place, pivot };
    });
}

/** Places one layer; the other chosen ones go with it by the same way. */
function placeAll(
  overlay: Overlay,
  id: string,
  next: Place,
  selection: readonly string[],
  frame: number,
): Overlay {
  const layer = overlay.layers.find((entry) => entry.id === id);
  if (!layer) return overlay;
  const before = layerAt(layer, frame).place;
  const [dx, dy] = [next.x - before.x, next.y - before.y];
  const placed = changeLayer(overlay, id, (entry) => setPlace(entry, next, frame));
  const others = selection.includes(id) ? selection.filter((entry) => entry !== id) : [];
  return others.reduce(
    (document, other) =>
      changeLayer(document, other, (entry) => {
        const { place } = layerAt(entry, frame);
        return setPlace(entry, { ...place, x: place.x + dx, y: place.y + dy }, frame);
      }),
    placed,
  );
}

function MakeCueSheet({ make, more: several, wide }: PartProps & { readonly wide: boolean }) {
  const { overlay, edit, player, selection, select, setSection } = make;
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const { lanes, links } = useMemo(() => overlayLanes(overlay, opened), [overlay, opened]);
  const add = (layer: Layer) => {
    edit((document) => addLayer(document, layer));
    select([layer.id]);
    setSection('what');
  };
  return (
    <CueSheet
      lanes={lanes}
      links={links}
      length={overlay.length}
      rate={overlay.rate}
      playhead={<PlayerMark player={player} />}
      selected={selection}
      wide={wide}
      add={<AddMenu onAdd={add} />}
      onSelect={(id, more) => select(more || several ? toggled(selection, id) : [id])}
      onDrop={(id, below) => edit((document) => dropLayer(document, id, below))}
      onOpen={(id) => setOpened(new Set(toggled([...opened], id)))}
      onLink={(id, target, frame) => edit((document) => linkLayers(document, id, target, frame))}
      onKey={(id, frame, by, gesture) =>
        edit(
          (document) => changeLayer(document, id, (layer) => shiftKeyframes(layer, frame, by)),
          gesture,
        )
      }
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
  );
}

function PlayerMark({ player }: { readonly player: Player }) {
  return <PlayheadMark frame={usePlayer(player, (state) => state.frame)} />;
}

const styles = StyleSheet.create({
  column: { flex: 1, minHeight: 0, minWidth: 0 },
  wide: { flex: 1, flexDirection: 'row', minHeight: 0 },
  wideStage: { flex: 3, minHeight: 0 },
  phoneStage: { height: 228 },
});
