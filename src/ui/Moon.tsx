import Svg, { Circle, Path } from 'react-native-svg';
import { useTokens } from './theme';

interface MoonProps {
  /** 0 new moon … 1 full moon. */
  readonly phase: number;
  readonly size: number;
  readonly active?: boolean;
}

/** A waxing moon: the lit part grows from the right. */
export function Moon({ phase, size, active = true }: MoonProps) {
  const tokens = useTokens();
  const lit = active ? tokens.moon : tokens.softInk;
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Circle cx={12} cy={12} r={10} fill={tokens.card} />
      <Path d={litPath(phase)} fill={lit} opacity={active ? 1 : 0.45} />
      <Circle
        cx={12}
        cy={12}
        r={10}
        fill="none"
        stroke={active ? tokens.plum : tokens.softInk}
        strokeWidth={2}
      />
    </Svg>
  );
}

/** The right half, and an ellipse that takes from it before half moon and adds to it after. */
function litPath(phase: number): string {
  const width = Math.abs(1 - 2 * phase) * 10;
  const sweep = phase > 0.5 ? 1 : 0;
  return `M12 2A10 10 0 0 1 12 22A${width} 10 0 0 ${sweep} 12 2Z`;
}
