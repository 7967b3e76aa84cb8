import { StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import type { Delivery, Sent } from '@/store/work';
import { IconAction } from '@/ui/Action';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { bytes, foundIn } from './figures';

interface SentCardProps {
  readonly delivery: Delivery;
  readonly onDownload: () => void;
  /** Hands it to another app; null where this device does not. */
  readonly onShare: (() => void) | null;
  /** Brings the file into the kit; null where it is no footage. */
  readonly onBringIn: (() => void) | null;
}

/** What was made and read back, with what was found in it. */
export function SentCard({ delivery, onDownload, onShare, onBringIn }: SentCardProps) {
  const tokens = useTokens();
  const { file, name, sentFiles } = delivery;
  return (
    <View role="status" style={[styles.card, { backgroundColor: tokens.lichenSoft }]}>
      <Icon source="shield-check-outline" size={26} color={tokens.lichen} />
      <View style={styles.words}>
        <Words kind="strong">{`${name} · ${bytes(file.size)}`}</Words>
        {sentFiles.length === 1 ? (
          <OneFile sent={sentFiles[0]} />
        ) : (
          <ManyFiles sentFiles={sentFiles} />
        )}
      </View>
      <View style={styles.actions}>
        {onShare ? (
          <IconAction label={`Share ${name}`} icon="share-variant-outline" onPress={onShare} />
        ) : null}
        {onBringIn ? (
          <IconAction
            label={`Bring ${name} into the kit`}
            icon="folder-plus-outline"
            onPress={onBringIn}
          />
        ) : null}
        <IconAction label={`Download ${name} again`} icon="download-outline" onPress={onDownload} />
      </View>
    </View>
  );
}

function OneFile({ sent }: { readonly sent: Sent }) {
  return (
    <>
      <Words kind="small" soft>
        {sent.readBack
          ? `Read back: ${foundIn(sent.readBack)} · ${sent.width} × ${sent.height}`
          : 'The timeline and all its media'}
      </Words>
      {sent.crop ? (
        <Words kind="small" soft>
          {`Cropped: its upper left corner belongs at ${sent.crop.left}, ${sent.crop.top}. Brought into the kit, it lands there.`}
        </Words>
      ) : null}
    </>
  );
}

function ManyFiles({ sentFiles }: { readonly sentFiles: readonly Sent[] }) {
  const frames = sentFiles.reduce((sum, { readBack }) => sum + (readBack?.frames ?? 0), 0);
  return (
    <Words kind="small" soft>
      {`Read back: all ${sentFiles.length} files, ${frames} frames`}
    </Words>
  );
}

const styles = StyleSheet.create({
  card: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 12,
    borderRadius: RADIUS.card,
    padding: 14,
  },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 180 },
  actions: { flexDirection: 'row', marginLeft: 'auto' },
});
