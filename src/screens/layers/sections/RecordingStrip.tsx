import { useCallback } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import type { Footage } from '@/core/document';
import type { RecordingProposal } from '@/core/recording/proposal';
import { work } from '@/store/work';
import { RADIUS, useTokens } from '@/ui/theme';
import { usePictures } from '../../shared/usePictures';

/** Frames shown, each in the middle of its part of the recording. */
const COUNT = 8;
const SHARES = Array.from({ length: COUNT }, (_, i) => (i + 0.5) / COUNT);

interface RecordingStripProps {
  readonly footage: Footage;
  readonly proposal: RecordingProposal;
  readonly skipping: boolean;
}

/** The recording's frames in a row; what is left out is darkened. */
export function RecordingStrip({ footage, proposal, skipping }: RecordingStripProps) {
  const tokens = useTokens();
  const make = useCallback(
    (signal: AbortSignal) => work.footageThumbnails(footage, SHARES, signal),
    [footage],
  );
  const { urls } = usePictures(make);
  const { duration } = footage;
  const left = [
    { from: 0, to: proposal.in },
    ...(skipping ? proposal.skips : []),
    { from: proposal.out, to: duration },
  ];
  return (
    <View
      accessibilityLabel={`Frames of the recording; the drawing goes from ${proposal.in.toFixed(2)} to ${proposal.out.toFixed(2)} seconds`}
      role="img"
      style={[styles.strip, { backgroundColor: tokens.line }]}
    >
      {SHARES.map((share, i) => (
        <View key={share} style={styles.frame}>
          {urls[i] ? (
            <Image source={{ uri: urls[i] }} style={styles.picture} resizeMode="cover" />
          ) : null}
        </View>
      ))}
      {left.map(({ from, to }) => (
        <View
          key={from}
          style={[
            styles.left,
            {
              left: `${(100 * from) / duration}%`,
              width: `${(100 * Math.max(0, to - from)) / duration}%`,
              borderColor: tokens.moon,
            },
          ]}
        />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  strip: {
    flexDirection: 'row',
    height: 56,
    marginVertical: 8,
    borderRadius: RADIUS.inner,
    overflow: 'hidden',
  },
  frame: { flex: 1 },
  picture: { width: '100%', height: '100%' },
  left: {
    position: 'absolute',
    top: 0,
    bottom: 0,
    backgroundColor: 'rgba(23, 19, 31, 0.72)',
    borderLeftWidth: 2,
    borderRightWidth: 2,
  },
});
