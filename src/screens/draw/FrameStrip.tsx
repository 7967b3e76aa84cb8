import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Image, ScrollView, StyleSheet, View } from 'react-native';
import { reordered } from '@/core/edit';
import { drawingFrame, drawView } from '@/core/scene/drawView';
import { work } from '@/store/work';
import { IconAction } from '@/ui/Action';
import { useCarry } from '@/ui/carry';
import { onPressKeys } from '@/ui/gesture';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { usePictures } from '../shared/usePictures';
import { useAddFrame, useDraw } from './draw';

const HEIGHT = 48;
const GAP = 6;

/** The drawings in order; a tap chooses one, a drag puts it elsewhere, the arrows flip between neighbours. */
export function FrameStrip() {
  const { overlay, layer, drawing, choose, change } = useDraw();
  const add = useAddFrame();
  const { drawings } = layer;
  const at = drawings.findIndex(({ id }) => id === drawing.id);
  const row = useRef<ScrollView>(null);
  const width = Math.round((HEIGHT * Math.min(2, overlay.width / overlay.height)) / 2) * 2;
  useEffect(() => {
    row.current?.scrollTo({ x: Math.max(0, at * (width + GAP) - 80), animated: false });
  }, [at, width]);
  const flip = (by: number) => choose(drawings[(at + by + drawings.length) % drawings.length].id);
  return (
    <View style={styles.strip}>
      <IconAction label="Frame before" icon="chevron-left" onPress={() => flip(-1)} />
      <ScrollView ref={row} horizontal showsHorizontalScrollIndicator={false}>
        <View role="radiogroup" aria-label="Frames" style={styles.row}>
          {drawings.map(({ id, hold }, i) => (
            <FrameCard
              key={id}
              {...{ id, hold, width }}
              row={() => row.current?.getScrollableNode() ?? null}
              number={i + 1}
              chosen={id === drawing.id}
              onChoose={() => choose(id)}
              onCarry={(by) =>
                change((entry) => ({
                  ...entry,
                  drawings: reordered(entry.drawings, id, i + by),
                }))
              }
            />
          ))}
        </View>
      </ScrollView>
      <IconAction label="Frame after" icon="chevron-right" onPress={() => flip(1)} />
      <IconAction label="Add a frame after this one" icon="plus" onPress={() => add([])} />
    </View>
  );
}

interface FrameCardProps {
  /** The strip that scrolls. */
  readonly row: () => HTMLElement | null;
  readonly id: string;
  readonly number: number;
  readonly hold: number;
  readonly width: number;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  /** Ends a drag, in places along the strip. */
  readonly onCarry: (by: number) => void;
}

function FrameCard(props: FrameCardProps) {
  const { row, id, number, hold, width, chosen, onChoose, onCarry } = props;
  const tokens = useTokens();
  const [carried, setCarried] = useState(0);
  const dropped = (by: number) => {
    const places = Math.round(by / (width + GAP));
    if (places !== 0) onCarry(places);
  };
  const drag = useCarry({ row, moved: setCarried, dropped });
  return (
    <div
      {...drag()}
      role="radio"
      aria-checked={chosen}
      aria-label={`Frame ${number}${hold > 1 ? `, held ${hold} times` : ''}`}
      tabIndex={chosen ? 0 : -1}
      onClick={onChoose}
      onKeyDown={onPressKeys(onChoose)}
      style={{ ...carriedStyle, transform: `translateX(${carried}px)` }}
    >
      <View
        style={[
          styles.frame,
          { width, backgroundColor: tokens.mat, borderColor: tokens.line },
          chosen && { borderColor: tokens.plum, borderStyle: 'dashed' },
        ]}
      >
        <DrawingPicture id={id} />
        <Words kind="small" style={[styles.number, { backgroundColor: tokens.card }]}>
          {hold > 1 ? `${number} ×${hold}` : `${number}`}
        </Words>
      </View>
    </div>
  );
}

const carriedStyle = { touchAction: 'pan-x', userSelect: 'none', cursor: 'pointer' } as const;

const NO_ONION = { before: 0, after: 0, strength: 0 };

/** One drawing by itself; made anew only when it changes. */
function DrawingPicture({ id }: { readonly id: string }) {
  const { bundle, overlay, layer } = useDraw();
  const drawing = layer.drawings.find((entry) => entry.id === id);
  const strokes = drawing?.strokes;
  const alone = useMemo(() => {
    const bare = { ...layer, trace: null };
    const view = { layer: bare, drawing: id, onion: NO_ONION, others: false, lit: null };
    return {
      bundle: { ...bundle, document: drawView({ ...overlay, guide: null }, view) },
      frame: drawingFrame(overlay, layer, id),
    };
    // Other drawings and layers may change without this picture changing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id, strokes, overlay.width, overlay.height]);
  const make = useCallback(
    (signal: AbortSignal) => work.documentThumbnails(alone.bundle, [alone.frame], signal),
    [alone],
  );
  const { urls } = usePictures(make);
  if (!urls[0]) return null;
  return <Image source={{ uri: urls[0] }} style={styles.picture} resizeMode="contain" />;
}

const styles = StyleSheet.create({
  strip: { flexDirection: 'row', alignItems: 'center', height: HEIGHT + 16, paddingHorizontal: 4 },
  row: { flexDirection: 'row', gap: GAP, alignItems: 'center' },
  frame: {
    height: HEIGHT,
    borderWidth: 2,
    borderRadius: RADIUS.inner,
    overflow: 'hidden',
  },
  picture: { position: 'absolute', width: '100%', height: '100%' },
  number: { position: 'absolute', left: 2, bottom: 2, paddingHorizontal: 4, borderRadius: 6 },
});
