import { StyleSheet, View } from 'react-native';
import { Modal, Portal } from 'react-native-paper';
import { Action } from '@/ui/Action';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

interface ReplaceKitProps {
  readonly open: boolean;
  readonly onCancel: () => void;
  readonly onReplace: () => void;
}

/** Asked before a whole kit is replaced: the one thing that cannot be undone. */
export function ReplaceKit({ open, onCancel, onReplace }: ReplaceKitProps) {
  const tokens = useTokens();
  return (
    <Portal>
      <Modal
        visible={open}
        onDismiss={onCancel}
        contentContainerStyle={[styles.dialog, { backgroundColor: tokens.card }]}
      >
        <Words kind="heading">Replace the whole kit?</Words>
        <Words>
          Everything in this kit goes and cannot be brought back. Save a kit file first if you want
          to keep it.
        </Words>
        <View style={styles.row}>
          <Action label="Keep this kit" onPress={onCancel} />
          <Action label="Replace it" tone="repair" onPress={onReplace} />
        </View>
      </Modal>
    </Portal>
  );
}

const styles = StyleSheet.create({
  dialog: { alignSelf: 'center', width: 340, padding: 20, gap: 16, borderRadius: RADIUS.card },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, justifyContent: 'flex-end' },
});
