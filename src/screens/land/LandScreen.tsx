import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { updateItem, type Bundle, type Landing, type LandingItem } from '@/core/document';
import { plainWords } from '@/core/errors';
import type { Point } from '@/core/scene';
import { editLanding, type LandingEdit } from '@/store/actions';
import { Player, usePlayer } from '@/store/player';
import { noticed } from '@/store/session';
import { useAppDispatch } from '@/store/store';
import { useStage, type StageMode } from '@/store/useStage';
import { work } from '@/store/work';
import { Choice } from '@/ui/Chip';
import { CueSheet, PlayheadMark } from '@/ui/cueSheet/CueSheet';
import { Frame, useWide } from '@/ui/Frame';
import { Stage } from '@/ui/stage/Stage';
import { Missing } from '../shared/Missing';
import { NameButton } from '../shared/rename';
import { Transport } from '../shared/Transport';
import { UndoRedo } from '../shared/UndoRedo';
import { useBundle } from '../shared/useBundle';
import { useLandingSteps } from '../shared/useSteps';
import { AddItem } from './AddItem';
import { Divider } from './Divider';
import { LandInspector } from './LandInspector';
import { landingLanes } from './lanes';
import { pointInItem } from './pointInItem';

/** Land: footage at the bottom, overlays and clips stacked on it. */
export function LandScreen({ id }: { readonly id: string }) {
  const bundle = useBundle(id);
  if (bundle?.document.kind !== 'landing') return <Missing what="landing" />;
  return <Land bundle={bundle} landing={bundle.document} />;
}

type ViewKind = StageMode['kind'];

const VIEWS: readonly { value: ViewKind; label: string }[] = [
  { value: 'result', label: 'Result' },
  { value: 'matte', label: 'Matte' },
  { value: 'cut-out', label: 'Cut-out' },
];

function Land({ bundle, landing }: { readonly bundle: Bundle; readonly landing: Landing }) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const wide = useWide();
  const [player] = useState(() => new Player());
  const [selected, setSelected] = useState<string | null>(null);
  const [view, setView] = useState<ViewKind>('result');
  const [divider, setDivider] = useState<number | null>(null);
  const [picking, setPicking] = useState(false);
  const item = landing.items.find((entry) => entry.id === selected) ?? null;
  const mode = useMemo<StageMode>(
    () => (item && view !== 'result' ? { kind: view, item: item.id } : { kind: 'result' }),
    [item, view],
  );
  const stage = useStage({ bundle, player, proof: 'backdrop', mode, divider });
  const lanes = useMemo(() => landingLanes(landing, bundle), [landing, bundle]);
  const edit = (change: LandingEdit, gesture: string | null = null) =>
    dispatch(editLanding(landing.id, change, gesture));
  const place = (id: string, patch: Partial<LandingItem>, gesture: string | null) =>
    edit((document) => updateItem(document, id, patch), gesture);
  const go = useLandingSteps(landing.id, overlayOf(item) ?? bundle.overlays[0]?.id ?? null);

  const pick = async (point: Point) => {
    setPicking(false);
    const footage =
      item && item.source.kind === 'footage' ? footageOf(bundle, item.source.footage) : null;
    if (!item?.key || !footage) return;
    const { x, y } = pointInItem(item, footage, point);
    const { frame } = player.get();
    try {
      const colour = await work.pickColour(landing, item, footage, frame, x, y);
      place(item.id, { key: { ...item.key, colour } }, null);
    } catch (error) {
      dispatch(noticed(plainWords(error), 'problem'));
    }
  };
  return (
    <Frame
      title={landing.name}
      onBack={() => router.replace('/')}
      step="land"
      go={go}
      tools={
        <>
          <UndoRedo id={landing.id} />
          <NameButton id={landing.id} name={landing.name} />
        </>
      }
    >
      <View style={wide ? styles.wide : styles.column}>
        <View style={styles.column}>
          <View style={wide ? styles.wideStage : styles.phoneStage}>
            <Stage
              width={landing.width}
              height={landing.height}
              {...stage}
              things={landing.items
                .filter((entry) => !entry.hidden)
                .map(({ id, name, place: at }) => ({ id, name, place: at, pivot: at }))}
              selected={selected ? [selected] : []}
              onSelect={setSelected}
              onPlace={(id, next, gesture) => place(id, { place: next }, gesture)}
              onPick={picking ? (point) => void pick(point) : undefined}
            >
              {divider === null ? null : <Divider at={divider} onChange={setDivider} />}
            </Stage>
          </View>
          <Transport player={player} length={landing.length} rate={landing.rate} />
          {item ? (
            <View style={styles.views}>
              <Choice label="View" options={VIEWS} value={view} onChange={setView} />
            </View>
          ) : null}
          <CueSheet
            lanes={lanes}
            links={[]}
            length={landing.length}
            rate={landing.rate}
            playhead={<PlayerMark player={player} />}
            selected={selected ? [selected] : []}
            wide={wide}
            add={<AddItem landing={landing} onAdded={setSelected} />}
            onSelect={setSelected}
            onScrub={(frame) => player.seek(frame, landing.length)}
            onStep={(by) => player.seek(player.get().frame + by, landing.length)}
            onShift={(id, by, gesture) => {
              const { start } = landing.items.find((entry) => entry.id === id)!;
              place(id, { start: start + by }, gesture);
            }}
            onTrim={() => undefined}
            onStretch={() => undefined}
          />
        </View>
        <LandInspector
          landing={landing}
          item={item}
          edit={edit}
          picking={picking}
          onPick={() => setPicking(!picking)}
          divided={divider !== null}
          onDivide={(on) => setDivider(on ? 0.5 : null)}
          onDeselect={() => setSelected(null)}
        />
      </View>
    </Frame>
  );
}

const overlayOf = (item: LandingItem | null): string | null =>
  item?.source.kind === 'overlay' ? item.source.overlay : null;

const footageOf = (bundle: Bundle, id: string) =>
  bundle.footage.find((entry) => entry.id === id) ?? null;

function PlayerMark({ player }: { readonly player: Player }) {
  return <PlayheadMark frame={usePlayer(player, (state) => state.frame)} />;
}

const styles = StyleSheet.create({
  column: { flex: 1, minHeight: 0, minWidth: 0 },
  wide: { flex: 1, flexDirection: 'row', minHeight: 0 },
  wideStage: { flex: 3, minHeight: 0 },
  phoneStage: { height: 228 },
  views: { paddingHorizontal: 12 },
});
