import Svg, { Defs, Line, Path, Pattern, Rect } from 'react-native-svg';
import { TOUCH, useTokens } from '../theme';
import type { Lane } from './types';

const HEIGHT = 28;
const TOP = (TOUCH - HEIGHT) / 2;
const SLANT = 8;

interface RibbonDrawingProps {
  readonly lane: Lane;
  /** Screen pixels per frame. */
  readonly pixels: number;
  /** Screen pixels of the whole ribbon. */
  readonly width: number;
  readonly selected: boolean;
}

/** A layer's time: slanted where it arrives and leaves, plain where it stays. */
export function RibbonDrawing({ lane, pixels, width, selected }: RibbonDrawingProps) {
  const tokens = useTokens();
  const arrive = lane.arrive * pixels;
  const leave = lane.leave * pixels;
  return (
    <Svg width={width} height={HEIGHT} style={{ marginTop: TOP, pointerEvents: 'none' }}>
      <Defs>
        <Pattern
          id={`slant-${lane.id}`}
          width={7}
          height={7}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(28)"
        >
          <Rect width={7} height={7} fill={tokens.plumSoft} />
          <Line x1={2} y1={0} x2={2} y2={7} stroke={tokens.plum} strokeWidth={2.5} />
        </Pattern>
      </Defs>
      <Rect
        width={width}
        height={HEIGHT}
        rx={8}
        fill={selected ? tokens.card : tokens.plumSoft}
        stroke={tokens.plumSoft}
      />
      {arrive > 0 ? (
        <Path
          d={`M8 0H${arrive + SLANT / 2}L${Math.max(0, arrive - SLANT / 2)} ${HEIGHT}H8Q0 ${HEIGHT} 0 ${HEIGHT - 8}V8Q0 0 8 0Z`}
          fill={`url(#slant-${lane.id})`}
        />
      ) : null}
      {leave > 0 ? (
        <Path
          d={`M${width - leave + SLANT / 2} 0H${width - 8}Q${width} 0 ${width} 8V${HEIGHT - 8}Q${width} ${HEIGHT} ${width - 8} ${HEIGHT}H${width - leave - SLANT / 2}Z`}
          fill={`url(#slant-${lane.id})`}
        />
      ) : null}
      {lane.wave ? <Wave wave={lane.wave} width={width} /> : null}
      {lane.marks.map((mark) => (
        <Rect
          key={mark.id}
          x={(mark.start - lane.from) * pixels}
          y={HEIGHT - 7}
          width={Math.max(4, (mark.end - mark.start) * pixels)}
          height={4}
          rx={2}
          fill={tokens.plum}
        />
      ))}
      {lane.keys.map((frame) => (
        <Path
          key={frame}
          d={diamond((frame - lane.from) * pixels, HEIGHT / 2)}
          fill={tokens.moon}
          stroke={tokens.ink}
          strokeWidth={1}
        />
      ))}
      {selected ? (
        <Rect
          x={1}
          y={1}
          width={width - 2}
          height={HEIGHT - 2}
          rx={7}
          fill="none"
          stroke={tokens.plum}
          strokeWidth={1.5}
          strokeDasharray="5 3"
        />
      ) : null}
    </Svg>
  );
}

const diamond = (x: number, y: number): string => `M${x - 5} ${y}l5 -5 5 5 -5 5Z`;

/** A sound's waveform with its hits, across the ribbon. */
function Wave({
  wave,
  width,
}: {
  readonly wave: NonNullable<Lane['wave']>;
  readonly width: number;
}) {
  const tokens = useTokens();
  const columns = Math.max(1, Math.floor(width / 2));
  const middle = HEIGHT / 2;
  const half = Array.from({ length: columns }, (_, column) => {
    const from = Math.floor((column * wave.peaks.length) / columns);
    const to = Math.max(from + 1, Math.floor(((column + 1) * wave.peaks.length) / columns));
    return Math.max(0, ...wave.peaks.slice(from, to)) * (middle - 2);
  });
  const lines = half.map((high, i) => `M${i * 2} ${middle - high}V${middle + high}`).join('');
  return (
    <>
      <Path d={lines} stroke={tokens.plum} strokeWidth={1.2} />
      {wave.hits.map((at) => (
        <Line
          key={at}
          x1={at * width}
          x2={at * width}
          y1={2}
          y2={HEIGHT - 2}
          stroke={tokens.moon}
          strokeWidth={2}
        />
      ))}
    </>
  );
}
