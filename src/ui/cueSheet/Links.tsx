import Svg, { Path } from 'react-native-svg';
import { useTokens } from '../theme';
import { EDGE, ROW, RULER, type CueLink, type Lane } from './types';

/** Lines from what something waits for to what waits. */
export function Links({
  links,
  pixels,
  lanes,
}: {
  links: readonly CueLink[];
  pixels: number;
  lanes: readonly Lane[];
}) {
  const tokens = useTokens();
  const seen = (link: CueLink) =>
    [link.fromLane, link.toLane].every((id) => lanes.some((lane) => lane.id === id));
  const middle = (id: string) => RULER + lanes.findIndex((lane) => lane.id === id) * ROW + ROW / 2;
  return (
    <Svg
      style={{ position: 'absolute', left: 0, top: 0, pointerEvents: 'none' }}
      width="100%"
      height={RULER + lanes.length * ROW}
    >
      {links.filter(seen).map((link) => {
        const x0 = EDGE + link.fromFrame * pixels;
        const x1 = EDGE + link.toFrame * pixels;
        const y0 = middle(link.fromLane);
        const y1 = middle(link.toLane);
        return (
          <Path
            key={link.id}
            d={`M${x0} ${y0}C${x0 + 12} ${(y0 + y1) / 2} ${x1 - 12} ${(y0 + y1) / 2} ${x1} ${y1}`}
            stroke={tokens.moon}
            strokeWidth={2}
            fill="none"
          />
        );
      })}
    </Svg>
  );
}
