import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Modal, Portal } from 'react-native-paper';
import { RADIUS, useTokens } from './theme';
import { Words } from './Words';

interface DialogProps {
  readonly title: string;
  readonly open: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
  /** Buttons under it, the one that goes on last. */
  readonly actions: ReactNode;
}

/** A question that has to be answered before anything else goes on. */
export function Dialog({ title, open, onClose, children, actions }: DialogProps) {
  const tokens = useTokens();
  return (
    <Portal>
      <Modal
        visible={open}
        onDismiss={onClose}
        contentContainerStyle={[styles.dialog, { backgroundColor: tokens.card }]}
      >
        <Words kind="heading">{title}</Words>
        {children}
        <View style={styles.actions}>{actions}</View>
      </Modal>
    </Portal>
  );
}

const styles = StyleSheet.create({
  dialog: {
    alignSelf: 'center',
    width: 340,
    maxWidth: '94%',
    padding: 20,
    gap: 16,
    borderRadius: RADIUS.card,
  },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, justifyContent: 'flex-end' },
});
