import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, type ViewProps } from 'react-native';

interface PageProps extends Pick<ViewProps, 'role' | 'aria-label'> {
  /** Pixels that lines of it may be wide. */
  readonly width?: number;
  readonly children: ReactNode;
}

/** What scrolls on a screen: padded, and no wider than can be read. */
export const Page = ({ width = 1100, children, ...told }: PageProps) => (
  <ScrollView
    {...told}
    style={styles.flex}
    contentContainerStyle={[styles.page, { maxWidth: width }]}
  >
    {children}
  </ScrollView>
);

const styles = StyleSheet.create({
  flex: { flex: 1 },
  page: { padding: 16, paddingTop: 4, gap: 12, width: '100%', alignSelf: 'center' },
});
