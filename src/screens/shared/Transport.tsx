import { StyleSheet, useWindowDimensions, View } from 'react-native';
import type { ReactNode } from 'react';
import { IconButton } from 'react-native-paper';
import { framesToSeconds, type Rate } from '@/core/time';
import { usePlayer, type Player } from '@/store/player';
import { IconAction } from '@/ui/Action';
import { useShort } from '@/ui/layout';
import { FONT, TOUCH, rem, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

interface TransportProps {
  readonly player: Player;
  readonly length: number;
  readonly rate: Rate;
  readonly children?: ReactNode;
}

/** Play, the time, the frame or how many were dropped, loop, and what else belongs beside them. */
export function Transport({ player, length, rate, children }: TransportProps) {
  const tokens = useTokens();
  const low = useShort();
  const playing = usePlayer(player, (state) => state.playing);
  const loop = usePlayer(player, (state) => state.loop);
  return (
    <View style={[styles.row, low && styles.low]}>
      <IconButton
        icon={playing ? 'pause' : 'play'}
        accessibilityLabel={playing ? 'Pause' : 'Play'}
        size={26}
        containerColor={tokens.plum}
        iconColor={tokens.onPlum}
        style={styles.play}
        onPress={() => player.toggle(length)}
      />
      <Clock player={player} length={length} rate={rate} />
      <View style={styles.rest}>{children}</View>
      <IconAction
        label={loop ? 'Loop is on' : 'Loop is off'}
        icon="repeat"
        selected={loop}
        onPress={() => player.toggleLoop()}
      />
    </View>
  );
}

/** Pixels of width in which the play button, the time and two choices fit beside each other. */
const NARROW = 360;

function Clock({ player, length, rate }: Omit<TransportProps, 'children'>) {
  const frame = usePlayer(player, (state) => state.frame);
  const { width } = useWindowDimensions();
  const dropped = usePlayer(player, (state) => state.dropped);
  return (
    <View>
      <Words style={{ fontFamily: FONT.bold, fontSize: rem(17) }}>
        {`${framesToSeconds(frame, rate).toFixed(2)} s`}
      </Words>
      <Words kind="small" soft lines={1}>
        {dropped > 0
          ? `${dropped} dropped`
          : `${width < NARROW ? '' : 'frame '}${frame} of ${length}`}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    minHeight: 60,
    paddingHorizontal: 8,
    columnGap: 8,
  },
  low: { minHeight: 52 },
  play: { width: TOUCH, height: TOUCH, margin: 0 },
  rest: { flexGrow: 1, flexDirection: 'row', justifyContent: 'flex-end', gap: 8 },
});
