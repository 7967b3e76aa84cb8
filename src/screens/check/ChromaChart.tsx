import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Line } from 'react-native-svg';
import { binChroma, chroma, keyDistances, parseHex, toHex } from '@/core/colour';
import { colourName } from '@/core/colour/names';
import type { Measured } from '@/core/check';
import type { Overlay } from '@/core/document';
import { Card } from '@/ui/Card';
import { useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

interface ChromaChartProps {
  readonly overlay: Overlay;
  readonly measured: Measured;
}

const SIZE = 150;
/** The chroma plane's farthest colours lie about 0.64 from its middle. */
const REACH = 0.66;
const USUAL_KEYS = ['#00d040', '#0040ff', '#ff00ff', '#00ffff'] as const;
const MOST_DOTS = 60;

/** The artwork's colours and some key colours in the chroma plane, and how far apart they are. */
export function ChromaChart({ overlay, measured }: ChromaChartProps) {
  const tokens = useTokens();
  const dots = artworkDots(measured.histogram);
  const safest = measured.safestKey;
  const own = overlay.backdrop.kind === 'key' ? [overlay.backdrop.colour] : [];
  const colours = [...new Set([...own, safest, ...USUAL_KEYS])];
  const keys = [...keyDistances(measured.histogram, colours.map(parseHex))].sort(
    (a, b) => b.distance - a.distance,
  );
  const farthest = keys[0].distance;
  const at = ([cb, cr]: readonly [number, number]) => ({
    cx: SIZE / 2 + (cb / REACH) * (SIZE / 2),
    cy: SIZE / 2 - (cr / REACH) * (SIZE / 2),
  });
  return (
    <Card>
      <View style={styles.head}>
        <Words kind="strong">Which key colour is safest</Words>
        <Words kind="small" soft>
          distance to the artwork
        </Words>
      </View>
      <View style={styles.row}>
        <Svg
          width={SIZE}
          height={SIZE}
          aria-label="Artwork colours and key colours in the chroma plane"
          role="img"
        >
          <Circle
            cx={SIZE / 2}
            cy={SIZE / 2}
            r={SIZE / 2 - 1}
            fill={tokens.paper}
            stroke={tokens.line}
          />
          <Line x1={0} y1={SIZE / 2} x2={SIZE} y2={SIZE / 2} stroke={tokens.line} />
          <Line x1={SIZE / 2} y1={0} x2={SIZE / 2} y2={SIZE} stroke={tokens.line} />
          {dots.map((dot) => (
            <Circle key={dot.bin} {...at(binChroma(dot.bin))} r={dot.radius} fill={dot.colour} />
          ))}
          {keys.map(({ colour }) => (
            <Circle
              key={colour}
              {...at(chroma(...parseHex(colour)))}
              r={7}
              fill="none"
              stroke={colour}
              strokeWidth={3}
            />
          ))}
        </Svg>
        <View style={styles.bars}>
          {keys.map(({ colour, distance }) => (
            <View key={colour} style={styles.bar}>
              <Words kind="small" lines={1}>
                {label(colour, overlay, safest)}
              </Words>
              <View style={styles.track}>
                <View
                  style={{
                    height: 12,
                    borderRadius: 6,
                    minWidth: 4,
                    width: `${(distance / Math.max(0.01, farthest)) * 100}%`,
                    backgroundColor: colour,
                  }}
                />
              </View>
              <Words kind="small" soft style={styles.figure}>
                {distance.toFixed(2)}
              </Words>
            </View>
          ))}
        </View>
      </View>
    </Card>
  );
}

function label(colour: string, overlay: Overlay, safest: string): string {
  if (overlay.backdrop.kind === 'key' && overlay.backdrop.colour === colour)
    return `${colourName(colour)} (now)`;
  return colour === safest ? `${colourName(colour)} (safest)` : colourName(colour);
}

/** The commonest cells of the histogram, larger the commoner, in a colour of that chroma. */
function artworkDots(histogram: Float64Array) {
  const filled = [...histogram.keys()].filter((bin) => histogram[bin] > 0);
  const commonest = filled.sort((a, b) => histogram[b] - histogram[a]).slice(0, MOST_DOTS);
  const most = commonest.length > 0 ? histogram[commonest[0]] : 1;
  return commonest.map((bin) => ({
    bin,
    radius: 2 + 5 * Math.sqrt(histogram[bin] / most),
    colour: midColour(...binChroma(bin)),
  }));
}

/** A colour of middling luma with the given chroma, by inverting BT.709. */
function midColour(cb: number, cr: number): string {
  const y = 0.45;
  const r = y + 1.5748 * cr;
  const b = y + 1.8556 * cb;
  const g = (y - 0.2126 * r - 0.0722 * b) / 0.7152;
  return toHex(
    [r, g, b].map((value) => Math.min(255, Math.max(0, value * 255))) as [number, number, number],
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 14 },
  bars: { flex: 1, gap: 8 },
  bar: { gap: 2 },

  track: { flexDirection: 'row', alignItems: 'center' },
  figure: { position: 'absolute', right: 0, top: 0 },
});
