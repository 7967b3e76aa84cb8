import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { type Layer } from '@/core/document';
import { shiftedBy } from '@/core/edit';
import { quietSpots, type QuietMap, type QuietSpot } from '@/core/footage/quiet';
import { timeLayers } from '@/core/motion/timing';
import { SAFE_MARGIN } from '@/core/place';
import { clipSeconds } from '@/core/retime/clipTime';
import type { Box } from '@/core/scene';
import { work } from '@/store/work';
import { Action } from '@/ui/Action';
import { Fold } from '@/ui/Fold';
import { RADIUS, useTokens } from '@/ui/theme';
import { LookAction } from '../../shared/LookAction';
import { useLongWork } from '../../shared/useLongWork';
import { useEditing } from '../editing';
import type { SectionProps } from './types';

interface Looked {
  readonly map: QuietMap;
  /** Of the layer's artwork in the middle of its time, in shares of the canvas. */
  readonly box: Box | null;
}

const WHOLE: Box = { left: 0, top: 0, right: 1, bottom: 1 };

/** Where the footage is calm while the layer is on show, and three places for it there. */
export function QuietFold({ layer }: SectionProps) {
  const { document, edit } = useEditing();
  const look = useLook(layer);
  const { progress, result, problem, run } = useLongWork<Looked>();
  const [used, setUsed] = useState<number | null>(null);
  const [box, setBox] = useState<Box | null>(null);
  if (!look) return null;
  const map = result?.map ?? null;
  // Where the artwork is now: it moves with each spot that is used.
  const at = box ?? result?.box ?? WHOLE;
  const most = 1 - 2 * SAFE_MARGIN;
  const [width, height] = [at.right - at.left, at.bottom - at.top];
  const spots = map
    ? quietSpots(map, Math.min(most, width), Math.min(most, height), SAFE_MARGIN)
    : [];
  const move = (spot: QuietSpot, index: number) => {
    setUsed(index);
    const [dx, dy] = [spot.box.left - at.left, spot.box.top - at.top];
    setBox({ left: at.left + dx, top: at.top + dy, right: at.right + dx, bottom: at.bottom + dy });
    edit((stack) => shiftedBy(stack, layer.id, dx * document.width, dy * document.height));
  };
  return (
    <Fold
      label="Quiet spots"
      icon="weather-night"
      now={map ? `${spots.length} found` : 'not looked yet'}
    >
      <LookAction
        label="Look for quiet spots"
        icon="magnify"
        progress={progress}
        problem={problem}
        onPress={() => {
          setBox(null);
          setUsed(null);
          void run(look);
        }}
      />
      {map ? <Heat map={map} spots={spots} used={used} /> : null}
      <View style={styles.row}>
        {spots.map((spot, i) => (
          <Action
            key={i}
            label={`Spot ${i + 1}: ${Math.round((1 - spot.busy) * 100)} % calm`}
            icon="target"
            onPress={() => move(spot, i)}
          />
        ))}
      </View>
    </Fold>
  );
}

/** Asks about the lowest footage of the landing, over the time the layer is on show; null without. */
function useLook(layer: Layer): (() => Promise<Looked>) | null {
  const { bundle, document } = useEditing();
  const base = document.layers.find((entry) => entry.kind === 'clip' || entry.kind === 'picture');
  if (!base || base.id === layer.id || (base.kind !== 'clip' && base.kind !== 'picture'))
    return null;
  const footage = bundle.footage.find(({ id }) => id === base.footage);
  if (!footage) return null;
  return async () => {
    const timings = timeLayers(document);
    const { from, to } = timings.get(layer.id)!;
    const seconds = (frame: number) =>
      base.kind === 'clip'
        ? (clipSeconds(
            base.time,
            Math.max(0, frame - timings.get(base.id)!.from),
            document.rate,
            footage,
          ) ?? 0)
        : 0;
    const [start, end] = [seconds(from), seconds(Math.min(to, document.length))];
    const [map, box] = await Promise.all([
      work.findQuiet(footage, Math.min(start, end), Math.max(start, end)),
      work.artworkBox(bundle, layer.id, Math.floor((from + Math.min(to, document.length)) / 2)),
    ]);
    return { map, box };
  };
}

const WIDTH = 288;

interface HeatProps {
  readonly map: QuietMap;
  readonly spots: readonly QuietSpot[];
  readonly used: number | null;
}

/** Busy cells are dark, calm ones light; the spots are outlined. */
function Heat({ map, spots, used }: HeatProps) {
  const tokens = useTokens();
  const { document } = useEditing();
  const height = (WIDTH * document.height) / document.width;
  const [w, h] = [WIDTH / map.columns, height / map.rows];
  return (
    <View role="img" aria-label="Heat map of the footage" style={styles.heat}>
      <Svg width={WIDTH} height={height}>
        <Rect width={WIDTH} height={height} fill={tokens.paper} />
        {map.busy.map((busy, i) => (
          <Rect
            key={i}
            x={(i % map.columns) * w}
            y={Math.floor(i / map.columns) * h}
            width={w + 0.3}
            height={h + 0.3}
            fill={tokens.rust}
            opacity={busy}
          />
        ))}
        {spots.map(({ box }, i) => (
          <Rect
            key={i}
            x={box.left * WIDTH}
            y={box.top * height}
            width={(box.right - box.left) * WIDTH}
            height={(box.bottom - box.top) * height}
            fill="none"
            stroke={i === used ? tokens.plum : tokens.lichen}
            strokeWidth={i === used ? 3 : 2}
            strokeDasharray={i === used ? '5 3' : undefined}
          />
        ))}
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  heat: { borderRadius: RADIUS.inner, overflow: 'hidden', alignSelf: 'flex-start' },
});
