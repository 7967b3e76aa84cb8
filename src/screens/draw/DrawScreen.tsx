import { useRouter } from 'expo-router';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { StyleSheet, View, type LayoutChangeEvent } from 'react-native';
import {
  type Bundle,
  type Drawing,
  type InkLayer,
  type Layer,
  type Overlay,
} from '@/core/document';
import { changeInk } from '@/core/edit';
import { plainWords } from '@/core/errors';
import { drawingFrame, drawView } from '@/core/scene/drawView';
import { layerAt } from '@/core/motion/channels';
import { noticed } from '@/store/session';
import { Player, usePlayer } from '@/store/player';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { useStage, type Proof } from '@/store/useStage';
import { IconAction } from '@/ui/Action';
import { Frame } from '@/ui/Frame';
import { useArrangement } from '@/ui/layout';
import { SheetRoom } from '@/ui/Sheet';
import { density } from '@/ui/stage/useCanvas';
import { Missing } from '../shared/Missing';
import { UndoRedo } from '../shared/UndoRedo';
import { useBundle } from '../shared/useBundle';
import { useEdit } from '../shared/useEdit';
import { useLeft } from '../shared/useLeft';
import { DrawContext, usePen, type Draw as DrawState } from './draw';
import { DrawSheet } from './DrawSheet';
import { DrawSurface } from './DrawSurface';
import { FrameStrip } from './FrameStrip';
import { loadPenSessions, playSession } from './recordedPen';
import { ToolBar } from './ToolBar';
import { useViewport } from './useViewport';
import { WetInk } from './wetInk';

const RESULT = { kind: 'result' } as const;

interface DrawScreenProps {
  readonly id: string;
  readonly layerId: string;
}

/** Draw: one ink layer over the whole screen, with the pen in reach of the thumb. */
export function DrawScreen({ id, layerId }: DrawScreenProps) {
  const bundle = useBundle(id);
  if (bundle?.document.kind !== 'overlay') return <Missing what="overlay" />;
  const layer = bundle.document.layers.find((entry) => entry.id === layerId);
  if (layer?.kind !== 'ink') return <Missing what="drawing" />;
  return <Draw bundle={bundle} overlay={bundle.document} still={layer} />;
}

interface DrawProps {
  readonly bundle: Bundle;
  readonly overlay: Overlay;
  readonly still: InkLayer;
}

function Draw({ bundle, overlay, still }: DrawProps) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const edit = useEdit(overlay.id);
  const [chosen, choose] = useState(still.drawings[0].id);
  const drawing = still.drawings.find(({ id }) => id === chosen) ?? still.drawings[0];
  const frame = drawingFrame(overlay, still, drawing.id);
  const layer = useMemo(() => layerAt(still, frame), [still, frame]);
  const [player] = useState(() => new Player(frame));
  const playing = usePlayer(player, (state) => state.playing);
  // Ink is light at first, which would be lost on the checks.
  const [proof, setProof] = useState<Proof>(
    overlay.backdrop.kind === 'clear' ? 'dark' : 'backdrop',
  );
  const left = useLeft();
  const look = useViewport(overlay);
  const surface = useRef<HTMLDivElement>(null);
  const [ink] = useState(() => new WetInk());
  const [lit, setLit] = useState<string | null>(null);
  const shown = useShown({ bundle, overlay, still, drawing: drawing.id, lit, playing });
  const viewport = useMemo(() => {
    const { scale, x, y } = look.viewport;
    return { scale: scale * density(), x: x * density(), y: y * density() };
  }, [look.viewport]);
  const stage = useStage({
    bundle: shown,
    player,
    proof,
    mode: RESULT,
    divider: null,
    viewport,
    onShown: useDrying(ink, drawing),
  });
  const following = useAppSelector((state) => state.session.following);
  useEffect(() => {
    if (!player.get().playing) player.seek(frame, Infinity);
  }, [player, frame, playing]);

  const draw: DrawState = {
    bundle,
    overlay,
    layer,
    drawing,
    choose,
    edit,
    change: (change, gesture = null) =>
      edit((document) => changeInk(document, still.id, change), gesture),
    mayDraw: !following,
    player,
    left,
    setLit,
    proof,
    setProof,
    playPen: useRecordedPen(surface, (problem) => dispatch(noticed(problem, 'problem'))),
  };
  return (
    <DrawContext value={draw}>
      <Frame
        title={still.name}
        onBack={() =>
          router.replace({ pathname: '/overlay/[id]/make', params: { id: overlay.id } })
        }
        tools={
          <>
            <IconAction
              label="Show the whole canvas"
              icon="fit-to-page-outline"
              disabled={look.isWhole}
              onPress={look.fit}
            />
            <UndoRedo id={overlay.id} />
          </>
        }
      >
        <Arranged
          canvas={<DrawSurface stage={stage} look={look} surface={surface} ink={ink} />}
          tools={
            <>
              {still.drawings.length > 1 ? <FrameStrip /> : null}
              <ToolBar />
            </>
          }
        />
      </Frame>
    </DrawContext>
  );
}

/** On a phone the settings leave most of the screen to the canvas, beside it when it is turned. */
function Arranged({ canvas, tools }: { readonly canvas: ReactNode; readonly tools: ReactNode }) {
  const arrangement = useArrangement();
  const [room, setRoom] = useState(0);
  const measure = ({ nativeEvent: { layout } }: LayoutChangeEvent) => setRoom(layout.height);
  const upright = arrangement === 'upright';
  const leave = upright ? ([0.6 * room, LEAST_CANVAS] as const) : ([0, 0] as const);
  return (
    <View onLayout={measure} style={upright ? styles.column : styles.row}>
      <SheetRoom room={room} leave={leave} most={upright ? MIDDLE : Infinity}>
        <View style={styles.column}>
          {canvas}
          {tools}
        </View>
        <View style={arrangement === 'turned' && styles.side}>
          <DrawSheet />
        </View>
      </SheetRoom>
    </View>
  );
}

/** Pixels of canvas and tools that the settings never cover, and of settings that are not in the way. */
const LEAST_CANVAS = 240;
const MIDDLE = 216;

interface Showing {
  readonly bundle: Bundle;
  readonly overlay: Overlay;
  readonly still: InkLayer;
  readonly drawing: string;
  readonly lit: string | null;
  readonly playing: boolean;
}

/** What the stage shows: the drawing to be drawn on, or, while it plays, the overlay as it is. */
function useShown({ bundle, overlay, still, drawing, lit, playing }: Showing): Bundle {
  const [{ onion, others }] = usePen();
  return useMemo(
    () =>
      playing
        ? bundle
        : { ...bundle, document: drawView(overlay, { layer: still, drawing, onion, others, lit }) },
    [bundle, overlay, still, drawing, lit, playing, onion, others],
  );
}

/** Wet lines dry once the stage shows them, or when they are not in the drawing any more. */
function useDrying(ink: WetInk, drawing: Drawing) {
  const drawn = useRef(drawing);
  useEffect(() => {
    drawn.current = drawing;
  }, [drawing]);
  return useCallback(
    ({ document }: Bundle) => {
      if (document.kind !== 'overlay') return;
      const shown = strokeIds(document.layers);
      const kept = new Set(drawn.current.strokes.map(({ id }) => id));
      ink.dry(({ id }) => shown.has(id) || !kept.has(id));
    },
    [ink],
  );
}

const strokeIds = (layers: readonly Layer[]): ReadonlySet<string> =>
  new Set(
    layers
      .flatMap((layer) => (layer.kind === 'ink' ? layer.drawings : []))
      .flatMap(({ strokes }) => strokes.map(({ id }) => id)),
  );

/** Plays recorded pen sessions on the canvas, one at a time. */
function useRecordedPen(
  surface: React.RefObject<HTMLDivElement | null>,
  onProblem: (problem: string) => void,
): DrawState['playPen'] {
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  return async (name) => {
    running.current?.abort();
    const control = new AbortController();
    running.current = control;
    try {
      const session = (await loadPenSessions()).find((entry) => entry.name === name);
      const element = surface.current;
      if (!session || !element) return;
      await playSession(session, element, element.getBoundingClientRect(), control.signal);
    } catch (error) {
      onProblem(plainWords(error));
    }
  };
}

const styles = StyleSheet.create({
  column: { flex: 1, minHeight: 0, minWidth: 0 },
  row: { flex: 1, flexDirection: 'row', minHeight: 0 },
  side: { width: 320, minHeight: 0, justifyContent: 'flex-end' },
});
