import { View } from 'react-native';
import type { ClipLayer, Footage, KeySettings, PictureLayer, Stack } from '@/core/document';
import { keyTrouble } from '@/core/matte/measureMatte';
import { timeLayers } from '@/core/motion/timing';
import { clipSeconds } from '@/core/retime/clipTime';
import { selectFootageById } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { work, type KeyFigures } from '@/store/work';
import { Alert } from '@/ui/Alert';
import { Words } from '@/ui/Words';
import { useBackground } from '../../shared/useBackground';
import { useEditing, usePausedFrame } from '../editing';

interface MatteFiguresProps {
  readonly layer: PictureLayer | ClipLayer;
  readonly value: KeySettings;
}

/** Milliseconds for which a slider has to stand still before anything is measured. */
const RESTED = 250;

const percent = (share: number): string => `${Number((share * 100).toFixed(1))} %`;

/** How clean the matte is, on this frame and at worst. */
export function MatteFigures({ layer, value }: MatteFiguresProps) {
  const frame = usePausedFrame();
  const { document } = useEditing();
  const footage = useAppSelector((state) => selectFootageById(state, layer.footage ?? ''));
  const seconds = footage ? secondsShown(layer, document, footage, frame) : 0;
  const found = useBackground<KeyFigures | null>(
    (signal) =>
      footage ? work.measureKey(footage, value, seconds, signal) : Promise.resolve(null),
    JSON.stringify([footage?.id, value, seconds]),
    null,
    RESTED,
  );
  if (!found) return null;
  const { now, worst } = found;
  const trouble = keyTrouble(worst);
  const both = (pick: (figures: KeyFigures['now']) => number) =>
    `${percent(pick(now))}, at worst ${percent(pick(worst))}`;
  return (
    <View role="group" aria-label="Measured">
      {trouble ? <Alert text={`${trouble} Pick another colour, or let it be found.`} /> : null}
      <Words kind="small" soft>
        {`Clean backdrop ${both(({ clean }) => clean)}`}
      </Words>
      <Words kind="small" soft>
        {`Holes ${both(({ holes }) => holes)} · Rim ${both(({ rim }) => rim)}`}
      </Words>
    </View>
  );
}

/** The second of its footage that a layer shows at a frame. */
function secondsShown(
  layer: PictureLayer | ClipLayer,
  document: Stack,
  footage: Footage,
  frame: number,
): number {
  if (layer.kind === 'picture') return 0;
  const { from } = timeLayers(document).get(layer.id)!;
  return clipSeconds(layer.time, Math.max(0, frame - from), document.rate, footage) ?? 0;
}
