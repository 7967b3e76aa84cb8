import { StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import { formatById } from '@/core/formats';
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
        {sent.crop ? (
          <Words kind="small" soft>
            {`Cropped: its upper left corner belongs at ${sent.crop.left}, ${sent.crop.top}`}
          </Words>
        ) : null}
      </View>
      <IconAction
        label={`Download ${sent.name} again`}
        icon="download-outline"
        onPress={onDownload}
      />
    </View>
  );
}

/** What was sent in this visit, side by side, once there is something to compare. */
export function SentBefore({ sents }: { readonly sents: readonly Sent[] }) {
  const tokens = useTokens();
  if (sents.length < 2) return null;
  const largest = Math.max(...sents.map(({ file }) => file.size));
  return (
    <View
      role="list"
      aria-label="Sent so far"
      style={[styles.before, { backgroundColor: tokens.card }]}
    >
      <Words kind="strong">Sent so far, side by side</Words>
      {sents.map((sent, i) => (
        <View key={sents.length - i} role="listitem" style={styles.entry}>
          <View style={styles.entryHead}>
            <Words kind="small">{`${formatById(sent.format)?.label} · ${sent.width} × ${sent.height}`}</Words>
            <Words kind="small">{bytes(sent.file.size)}</Words>
          </View>
          <View style={[styles.bar, { backgroundColor: tokens.paper }]}>
            <View
              style={[
                styles.bar,
                { width: `${(sent.file.size / largest) * 100}%`, backgroundColor: tokens.plum },
              ]}
            />
          </View>
          <Words kind="small" soft>
            {sent.readBack ? keptIn(sent.readBack) : 'a timeline with its media'}
          </Words>
        </View>
      ))}
    </View>
  );
}

/** How true a file is to what was painted. */
function keptIn({ meanAlphaError, psnr }: ReadBack): string {
  const alpha =
    meanAlphaError === null ? 'no transparency' : `alpha off by ${percent(meanAlphaError)}`;
  return `${alpha} · ${psnr === null ? 'picture identical' : `picture within ${psnr.toFixed(1)} dB`}`;
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
  before: { borderRadius: RADIUS.card, padding: 14, gap: 10 },
  entry: { gap: 3 },
  entryHead: { flexDirection: 'row', justifyContent: 'space-between', gap: 8 },
  bar: { height: 8, borderRadius: 4 },
});
