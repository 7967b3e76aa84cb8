import { StyleSheet, View } from 'react-native';
import type { Landing, Overlay } from '@/core/document';
import { sentSize, type Format } from '@/core/formats';
import { framesToSeconds } from '@/core/time';
import { NumberField } from '@/ui/NumberField';
import { SecondsField } from '@/ui/SecondsField';
import { RADIUS, useTokens } from '@/ui/theme';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';

/** Frames of the document, from `from` to before `to`. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

interface SizeCardProps {
  readonly document: Overlay | Landing;
  readonly format: Format;
  readonly scale: number;
  readonly setScale: (scale: number) => void;
  readonly range: Range;
  readonly setRange: (range: Range) => void;
  readonly still: number;
  readonly setStill: (frame: number) => void;
  readonly crop: boolean;
  readonly setCrop: (crop: boolean) => void;
}

const MOST_SIDE = 7680;

/** How large a file will be, and which frames it holds. */
export function SizeCard(props: SizeCardProps) {
  const { document, format, scale, setScale, range, setRange, still, setStill } = props;
  const { crop, setCrop } = props;
  const tokens = useTokens();
  const { width, height } = sentSize(document, format, scale);
  const most = MOST_SIDE / Math.max(document.width, document.height);
  return (
    <View style={[styles.size, { backgroundColor: tokens.card }]}>
      <Words kind="strong">
        {crop ? `${scale} × the size of the artwork` : `${width} × ${height} pixels`}
      </Words>
      <NumberField
        label="Scale"
        unit="×"
        value={scale}
        min={0.05}
        max={Math.max(1, Math.floor(most * 100) / 100)}
        step={0.05}
        feel={{ min: 0.25, max: Math.max(1, Math.min(4, most)) }}
        onChange={setScale}
      />
      {document.kind === 'overlay' ? (
        <Toggle label="Crop to the artwork of all frames" value={crop} onChange={setCrop} />
      ) : null}
      {format.moving ? <RangeFields {...{ document, range, setRange }} /> : null}
      {format.moving ? null : (
        <NumberField
          label="Frame"
          value={still}
          min={0}
          max={document.length - 1}
          step={1}
          onChange={setStill}
        />
      )}
    </View>
  );
}

/** From when to when a moving file lasts. */
function RangeFields({
  document: { length, rate },
  range,
  setRange,
}: Pick<SizeCardProps, 'document' | 'range' | 'setRange'>) {
  const feel = { min: 0, max: framesToSeconds(length, rate) };
  return (
    <>
      <SecondsField
        label="From"
        frames={range.from}
        rate={rate}
        max={feel.max}
        feel={feel}
        onChange={(from) => setRange({ from, to: Math.max(range.to, from + 1) })}
      />
      <SecondsField
        label="To"
        frames={range.to}
        rate={rate}
        max={feel.max}
        feel={feel}
        onChange={(to) => setRange({ from: Math.min(range.from, to - 1), to })}
      />
    </>
  );
}

const styles = StyleSheet.create({ size: { borderRadius: RADIUS.card, padding: 14 } });
