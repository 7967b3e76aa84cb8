import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { ModalCard } from './ModalCard';
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
  if (!open) return null;
  return (
    <ModalCard label={title} onClose={onClose} style={styles.dialog}>
      <Words kind="heading">{title}</Words>
      {children}
      <View style={styles.actions}>{actions}</View>
    </ModalCard>
  );
}

const styles = StyleSheet.create({
  dialog: {
    width: 340,
    maxWidth: '94%',
    padding: 20,
    gap: 16,
  },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, justifyContent: 'flex-end' },
});
