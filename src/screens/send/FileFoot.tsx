import { StyleSheet, View } from 'react-native';
import type { Landing, Overlay } from '@/core/document';
import { formatById, isFootage } from '@/core/formats';
import { quoted } from '@/core/quoted';
import { stopDelivery } from '@/store/delivery';
import { importSent } from '@/store/media';
import type { LastDelivery } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import type { Delivery, Sent } from '@/store/work';
import { Action } from '@/ui/Action';
import { Alert } from '@/ui/Alert';
import { MoonProgress } from '@/ui/MoonProgress';
import { download, sharing } from '../shared/files';
import { sendStateText } from '../shared/sendStateText';
import { SentCard } from './SentCard';

interface FileFootProps {
  readonly document: Overlay | Landing;
  /** What came of the last send, where it was begun here. */
  readonly last: LastDelivery | null;
  /** The chosen format cannot be made. */
  readonly unable: boolean;
  readonly onSend: () => void;
}

/** At the foot of Send: the file that was made, the one that is being made, or the button that makes one. */
export function FileFoot({ document, last, unable, onSend }: FileFootProps) {
  const dispatch = useAppDispatch();
  const underWay = useAppSelector(({ session }) => session.delivery.underWay);
  const result = last?.delivery ?? null;
  return (
    <View role="region" aria-label="The file" style={styles.foot}>
      {last?.problem ? <Alert text={last.problem} /> : null}
      {result ? (
        <SentCard
          delivery={result}
          onDownload={() => download(result.file, result.name)}
          onShare={sharing(result.file, result.name, mimeOf(result))}
          onBringIn={footageOf(result, (sent) => void dispatch(importSent(sent, document)))}
        />
      ) : null}
      {underWay ? (
        <MoonProgress
          {...underWay}
          doing={
            underWay.document.id === document.id
              ? sendStateText(underWay.state)
              : `${quoted(underWay.document.name)}: ${sendStateText(underWay.state)}`
          }
          onStop={stopDelivery}
        />
      ) : (
        <Action
          label={result ? 'Send again' : 'Send'}
          tone="main"
          disabled={unable}
          onPress={onSend}
        />
      )}
    </View>
  );
}

/** Files of a kind that footage comes in, one at a time. */
function footageOf({ sentFiles }: Delivery, bringIn: (sent: Sent) => void): (() => void) | null {
  const [sent] = sentFiles;
  return sentFiles.length === 1 && isFootage(formatById(sent.format)!) ? () => bringIn(sent) : null;
}

/** Several files go in one zip. */
const mimeOf = ({ sentFiles }: Delivery): string =>
  sentFiles.length === 1 ? formatById(sentFiles[0].format)!.mime : 'application/zip';

const styles = StyleSheet.create({
  foot: { padding: 12, gap: 10, width: '100%', maxWidth: 720, alignSelf: 'center' },
});
