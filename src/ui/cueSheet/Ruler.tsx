import { StyleSheet } from 'react-native';
import { framesToSeconds, perSecond, type Rate } from '@/core/time';
import { rem, useTokens } from '../theme';
import { Words } from '../Words';
import { EDGE } from './types';

/** A mark and a number every second, or rarer where they would touch. */
export function Ruler({ length, rate, pixels }: { length: number; rate: Rate; pixels: number }) {
  const tokens = useTokens();
  const total = framesToSeconds(length, rate);
  const perMark =
    [0.5, 1, 2, 5, 10, 30, 60, 300].find((step) => step * perSecond(rate) * pixels >= 44) ?? 600;
  const all = Array.from({ length: Math.floor(total / perMark) + 1 }, (_, i) => i * perMark);
  // A number at the very end would be cut off.
  const marks = all.filter((seconds) => (total - seconds) * perSecond(rate) * pixels > 24);
  return (
    <>
      {marks.map((seconds) => (
        <Words
          key={seconds}
          kind="small"
          soft
          style={[
            styles.mark,
            { left: EDGE + seconds * perSecond(rate) * pixels, borderColor: tokens.line },
          ]}
        >
          {`${seconds} s`}
        </Words>
      ))}
    </>
  );
}

const styles = StyleSheet.create({
  mark: { position: 'absolute', bottom: 2, paddingLeft: 3, borderLeftWidth: 1, height: rem(22) },
});
