import { useMemo } from 'react';
import { type Place, type Stack } from '@/core/document';
import { changeLayer, groupMatrix, offsetWithin, setPlace } from '@/core/edit';
import { layerAt } from '@/core/motion/channels';
import { apply } from '@/core/scene';
import { usePlayer } from '@/store/player';
import type { useStage } from '@/store/useStage';
import { Stage, type StageThing } from '@/ui/stage/Stage';
import { Divider } from './Divider';
import { useEditing } from './editing';
import { PickSurface } from './PickSurface';
import { usePicking } from './usePicking';
import { OnStage } from './onStage/OnStage';
import { toggled } from './toggled';

interface LayerStageProps {
  readonly stage: ReturnType<typeof useStage>;
  /** Every tap adds to what is chosen, or takes away from it. */
  readonly several: boolean;
}

/** The stage with what can be grasped on it. */
export function LayerStage({ stage, several }: LayerStageProps) {
  const { document, edit, player, selection, select, divider, setDivider } = useEditing();
  const picking = usePicking();
  const frame = usePlayer(player, (state) => (state.playing ? 0 : state.frame));
  const things = useMemo(
    () => stageThings(document, selection, frame),
    [document, selection, frame],
  );
  const single =
    selection.length === 1 ? document.layers.find(({ id }) => id === selection[0]) : null;
  const choose = (id: string | null, more: boolean) => {
    if (id && (more || several)) select(toggled(selection, id));
    else if (!several) select(id ? [id] : []);
  };
  const place = (id: string, next: Place, gesture: string) =>
    edit((stack) => placeAll(stack, id, next, selection, player.get().frame), gesture);
  return (
    <Stage
      width={document.width}
      height={document.height}
      {...stage}
      things={things}
      selected={selection}
      onSelect={choose}
      onPlace={place}
      offsetOf={(id, dx, dy) => {
        const layer = document.layers.find((entry) => entry.id === id)!;
        return offsetWithin(document, layer, dx, dy);
      }}
    >
      <OnStage layer={single ?? null} />
      {divider === null ? null : <Divider at={divider} onChange={setDivider} />}
      {picking ? (
        <PickSurface width={document.width} height={document.height} {...picking} />
      ) : null}
    </Stage>
  );
}

/** What can be grasped: layers at the top, what is chosen, and what is in its group. */
function stageThings(
  document: Stack,
  selection: readonly string[],
  frame: number,
): readonly StageThing[] {
  const opened = new Set(
    document.layers.filter(({ id }) => selection.includes(id)).map((layer) => layer.group),
  );
  return document.layers
    .filter(
      (layer) =>
        !layer.hidden && !layer.locked && (layer.group === null || opened.has(layer.group)),
    )
    .map((layer) => {
      const place = layerAt(layer, frame).place;
      const pivot = apply(groupMatrix(document.layers, layer.group), place);
      return { id: layer.id, name: layer.name, place, pivot };
    });
}

/** Places one layer; the other chosen ones go with it by the same way. */
function placeAll<S extends Stack>(
  document: S,
  id: string,
  next: Place,
  selection: readonly string[],
  frame: number,
): S {
  const layer = document.layers.find((entry) => entry.id === id);
  if (!layer) return document;
  const before = layerAt(layer, frame).place;
  const [dx, dy] = [next.x - before.x, next.y - before.y];
  const placed = changeLayer(document, id, (entry) => setPlace(entry, next, frame));
  const others = selection.includes(id) ? selection.filter((entry) => entry !== id) : [];
  return others.reduce(
    (stack, other) =>
      changeLayer(stack, other, (entry) => {
        const { place } = layerAt(entry, frame);
        return setPlace(entry, { ...place, x: place.x + dx, y: place.y + dy }, frame);
      }),
    placed,
  );
}
