import { useCallback } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { formatById } from '@/core/formats';
import type { Sent } from '@/store/work';
import { Card } from '@/ui/Card';
import { RADIUS } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { usePictures } from '../shared/usePictures';
import { bytes, keptIn } from './figures';

/** What was sent in this visit, side by side, once there is something to compare. */
export function SentBefore({ sentFiles }: { readonly sentFiles: readonly Sent[] }) {
  if (sentFiles.length < 2) return null;
  return (
    <Card role="list" aria-label="Sent so far" title="Sent so far, side by side">
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
    </Card>
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
  entry: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  words: { flex: 1, gap: 2 },
  edge: { width: 144, height: 72, borderRadius: RADIUS.inner },
});
