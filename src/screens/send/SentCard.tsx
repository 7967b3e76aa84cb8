import { StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import type { ReadBack, Sent } from '@/store/work';
import { IconAction } from '@/ui/Action';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

interface SentCardProps {
  readonly sent: Sent;
  readonly onDownload: () => void;
}

/** A file that was made and read back, with what was found in it. */
export function SentCard({ sent, onDownload }: SentCardProps) {
  const tokens = useTokens();
  return (
    <View role="status" style={[styles.card, { backgroundColor: tokens.lichenSoft }]}>
      <Icon source="shield-check-outline" size={26} color={tokens.lichen} />
      <View style={styles.words}>
        <Words kind="strong">{`${sent.name} · ${bytes(sent.file.size)}`}</Words>
        <Words kind="small" soft>
          {sent.readBack
            ? `Read back: ${foundIn(sent.readBack)} · ${sent.width} × ${sent.height}`
            : 'The timeline and all its media'}
        </Words>
      </View>
      <IconAction
        label={`Download ${sent.name} again`}
        icon="download-outline"
        onPress={onDownload}
      />
    </View>
  );
}

function foundIn({
  frames,
  expectedFrames,
  compared,
  meanAlphaError,
  worstAlphaError,
  psnr,
  soundSeconds,
}: ReadBack): string {
  const parts = [`${frames} of ${expectedFrames} frames`];
  if (meanAlphaError !== null && worstAlphaError !== null) {
    parts.push(
      `alpha off by ${percent(meanAlphaError)} on average, ${percent(worstAlphaError)} at worst`,
    );
  }
  parts.push(psnr === null ? 'picture identical' : `picture within ${psnr.toFixed(1)} dB`);
  if (soundSeconds !== null) parts.push(`sound ${soundSeconds.toFixed(2)} s`);
  if (compared < frames) parts.push(`${compared} frames compared`);
  return parts.join(' · ');
}

const percent = (share: number): string =>
  share > 0 && share < 0.0001 ? 'under 0.01 %' : `${Number((share * 100).toFixed(2))} %`;

/** "412 kB", "38.6 MB" */
function bytes(size: number): string {
  if (size < 1000) return `${size} bytes`;
  return size < 1_000_000 ? `${Math.round(size / 1000)} kB` : `${(size / 1_000_000).toFixed(1)} MB`;
}

const styles = StyleSheet.create({
  card: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    borderRadius: RADIUS.card,
    padding: 14,
  },
  words: { flex: 1 },
});
