import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Path, Rect, Text } from 'react-native-svg';
import { Card } from '@/ui/Card';
import { FONT, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

/** Values over a document's frames, joined by a line. */
export interface Curve {
  readonly name: string;
  readonly points: readonly { readonly frame: number; readonly value: number }[];
}

interface TimeChartProps {
  readonly title: string;
  readonly note: string;
  readonly length: number;
  readonly curves: readonly Curve[];
  /** The foot and the top of the chart. */
  readonly least?: number;
  readonly most: number;
  /** A value that should be kept, drawn across. */
  readonly limit?: number;
  readonly format: (value: number) => string;
  /** Ranges of frames that are shaded. */
  readonly shaded?: readonly { readonly from: number; readonly to: number }[];
}

const HEIGHT = 110;
const LEFT = 44;

/** How something goes over the frames of an overlay. */
export function TimeChart(props: TimeChartProps) {
  const { title, note, length, curves, least = 0, most, limit, format, shaded = [] } = props;
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const x = (frame: number) => LEFT + (frame / Math.max(1, length - 1)) * (width - LEFT - 4);
  const y = (value: number) =>
    HEIGHT - 14 - ((Math.min(value, most) - least) / (most - least)) * (HEIGHT - 24);
  const inks = [tokens.plum, tokens.moon, tokens.lichen, tokens.rust];
  return (
    <Card>
      <View style={styles.head}>
        <Words kind="strong">{title}</Words>
        <Words kind="small" soft>
          {note}
        </Words>
      </View>
      <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
        <Svg width={width || 1} height={HEIGHT} role="img" aria-label={title}>
          {shaded.map(({ from, to }) => (
            <Rect
              key={from}
              x={x(from)}
              y={4}
              width={Math.max(2, x(to) - x(from))}
              height={HEIGHT - 18}
              fill={tokens.rustSoft}
            />
          ))}
          {[least, most].map((value) => (
            <Text
              key={value}
              x={LEFT - 6}
              y={y(value) + 4}
              textAnchor="end"
              fontSize={11}
              fontFamily={FONT.text}
              fill={tokens.softInk}
            >
              {format(value)}
            </Text>
          ))}
          <Line x1={LEFT} x2={width} y1={y(least)} y2={y(least)} stroke={tokens.line} />
          {limit === undefined ? null : (
            <Line
              x1={LEFT}
              x2={width}
              y1={y(limit)}
              y2={y(limit)}
              stroke={tokens.rust}
              strokeDasharray="4 4"
            />
          )}
          {curves.map(({ name, points }, i) => (
            <Path
              key={name}
              d={points
                .map(({ frame, value }, k) => `${k === 0 ? 'M' : 'L'}${x(frame)} ${y(value)}`)
                .join('')}
              fill="none"
              stroke={inks[i % inks.length]}
              strokeWidth={2}
            />
          ))}
        </Svg>
      </View>
      {curves.length > 1 ? (
        <View style={styles.names}>
          {curves.map(({ name }, i) => (
            <View key={name} style={styles.name}>
              <View style={[styles.dot, { backgroundColor: inks[i % inks.length] }]} />
              <Words kind="small">{name}</Words>
            </View>
          ))}
        </View>
      ) : null}
    </Card>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 8 },
  names: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  name: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  dot: { width: 10, height: 10, borderRadius: 5 },
});
