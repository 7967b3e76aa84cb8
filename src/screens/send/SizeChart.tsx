import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Rect, Text } from 'react-native-svg';
import type { Past } from '@/store/session';
import { Card } from '@/ui/Card';
import { FONT, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { bytes } from './figures';
import type { FormatTrials } from './useFormatTrials';
import type { Sending } from './useSending';

interface SizeBar {
  readonly name: string;
  /** Bytes of the file: as estimated, and as made; null where it was not. */
  readonly estimated: number | null;
  readonly made: number | null;
}

const ROW = 26;
const NAMES = 104;
const FIGURES = 64;

/** How large each format's file is, estimated and true. */
export function SizeChart({ bars }: { readonly bars: readonly SizeBar[] }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const largest = Math.max(...bars.flatMap(({ estimated, made }) => [estimated ?? 0, made ?? 0]));
  const length = (size: number) => Math.max(2, (size / largest) * (width - NAMES - FIGURES));
  return (
    <Card title="Size by format">
      <Words kind="small" soft>
        {bars.length === 0
          ? 'Sizes come once formats have been tried, which begins when nothing else goes on.'
          : 'Light bars are estimated from sampled frames, dark ones are files that were made.'}
      </Words>
      <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
        <Svg width={width || 1} height={bars.length * ROW} role="img" aria-label="Size by format">
          {bars.map(({ name, estimated, made }, i) => {
            const size = made ?? estimated ?? 0;
            const label = { y: i * ROW + 17, fontSize: 12, fontFamily: FONT.text };
            return [
              <Text key={`${name} name`} {...label} x={0} fill={tokens.ink}>
                {name}
              </Text>,
              estimated === null ? null : (
                <Rect
                  key={`${name} estimated`}
                  x={NAMES}
                  y={i * ROW + 5}
                  width={length(estimated)}
                  height={16}
                  rx={4}
                  fill={tokens.plumSoft}
                />
              ),
              made === null ? null : (
                <Rect
                  key={`${name} made`}
                  x={NAMES}
                  y={i * ROW + 9}
                  width={length(made)}
                  height={8}
                  rx={4}
                  fill={tokens.plum}
                />
              ),
              <Text
                key={`${name} size`}
                {...label}
                x={NAMES + length(Math.max(estimated ?? 0, made ?? 0)) + 6}
                fill={tokens.softInk}
              >
                {bytes(size)}
              </Text>,
            ];
          })}
        </Svg>
      </View>
    </Card>
  );
}

/** The formats whose size is known, the smallest first. */
export function sizeBars(
  { offered }: Sending,
  trials: FormatTrials,
  past: readonly Past[],
): readonly SizeBar[] {
  return offered
    .map(({ format }) => ({
      name: format.label,
      estimated: trials.of(format.id)?.bytes ?? null,
      made: past.find(({ sent }) => sent.format === format.id)?.sent.file.size ?? null,
    }))
    .filter(({ estimated, made }) => estimated !== null || made !== null)
    .sort((a, b) => (a.made ?? a.estimated!) - (b.made ?? b.estimated!));
}
