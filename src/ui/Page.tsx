import type { ReactNode, Ref } from 'react';
import { ScrollView, StyleSheet } from 'react-native';

interface PageProps {
  /** Pixels that lines of it may be wide. */
  readonly width?: number;
  readonly ref?: Ref<ScrollView>;
  readonly children: ReactNode;
}

/** What scrolls on a screen: padded, and no wider than can be read. */
export const Page = ({ width = 1100, ref, children }: PageProps) => (
  <ScrollView ref={ref} contentContainerStyle={[styles.page, { maxWidth: width }]}>
    {children}
  </ScrollView>
);

const styles = StyleSheet.create({
  page: { padding: 16, paddingTop: 4, gap: 12, width: '100%', alignSelf: 'center' },
});
