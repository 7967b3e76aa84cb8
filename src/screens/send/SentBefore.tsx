import { useCallback } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { formatById } from '@/core/formats';
import type { Sent } from '@/store/work';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { usePictures } from '../shared/usePictures';
import { bytes, keptIn } from './figures';

/** What was sent in this visit, side by side, once there is something to compare. */
export function SentBefore({ sentFiles }: { readonly sentFiles: readonly Sent[] }) {
  const tokens = useTokens();
  if (sentFiles.length < 2) return null;
  return (
    <View
      role="list"
      aria-label="Sent so far"
      style={[styles.card, { backgroundColor: tokens.card }]}
    >
      <Words kind="strong">Sent so far, side by side</Words>
      <Words kind="small" soft>
        The sharpest edge of each, eight times as large, over light and over dark.
      </Words>
      {sentFiles.map((sent, i) => (
        <View key={sentFiles.length - i} role="listitem" style={styles.entry}>
          <View style={styles.words}>
            <Words kind="strong">{`${formatById(sent.format)?.label} · ${bytes(sent.file.size)}`}</Words>
            <Words kind="small">{`${sent.width} × ${sent.height} · ${sent.name}`}</Words>
            <Words kind="small" soft>
              {sent.readBack ? keptIn(sent.readBack) : 'a timeline with its media'}
            </Words>
          </View>
          {sent.readBack?.edge ? <Edge picture={sent.readBack.edge} /> : null}
        </View>
      ))}
    </View>
  );
}

function Edge({ picture }: { readonly picture: Blob }) {
  const make = useCallback(() => Promise.resolve([picture]), [picture]);
  const { urls } = usePictures(make);
  return (
    <Image
      source={{ uri: urls[0] ?? '' }}
      accessibilityLabel="An edge of it, over light and over dark"
      style={styles.edge}
    />
  );
}

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.card, padding: 14, gap: 10 },
  entry: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  words: { flex: 1, gap: 2 },
  edge: { width: 144, height: 72, borderRadius: RADIUS.inner },
});
