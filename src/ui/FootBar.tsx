import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTokens } from './theme';
import { Words } from './Words';

interface FootBarProps {
  /** What is under way. */
  readonly says: string;
  /** The ways to end it. */
  readonly children: ReactNode;
}

/** The foot of a sheet while something is tried that is not done yet. */
export function FootBar({ says, children }: FootBarProps) {
  const tokens = useTokens();
  return (
    <View style={[styles.bar, { borderColor: tokens.line }]}>
      <Words style={styles.says}>{says}</Words>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    borderTopWidth: 1,
    paddingHorizontal: 16,
    paddingVertical: 6,
  },
  says: { flex: 1, minWidth: 0 },
});
