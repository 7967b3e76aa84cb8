import { useState, type ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { useWide } from './Frame';
import { RADIUS, useTokens } from './theme';

interface SheetProps {
  readonly top: ReactNode;
  readonly children: ReactNode;
  /** Stays in sight below what scrolls. */
  readonly foot?: ReactNode;
}

const HALF = 250;
const TALL = 420;

/** The chosen thing's settings: at the right on a wide screen, else at the foot and made taller by a tap. */
export function Sheet({ top, children, foot }: SheetProps) {
  const tokens = useTokens();
  const wide = useWide();
  const [tall, setTall] = useState(false);
  const size = wide ? styles.side : { height: tall ? TALL : HALF };
  return (
    <View
      style={[
        wide ? null : styles.foot,
        size,
        { backgroundColor: tokens.card, borderColor: tokens.line },
      ]}
    >
      {wide ? null : (
        <Pressable
          role="button"
          aria-label={tall ? 'Make the settings smaller' : 'Make the settings taller'}
          onPress={() => setTall(!tall)}
          style={styles.grip}
        >
          <View style={[styles.bar, { backgroundColor: tokens.line }]} />
        </Pressable>
      )}
      {top}
      <ScrollView style={styles.scroll} contentContainerStyle={styles.content}>
        {children}
      </ScrollView>
      {foot}
    </View>
  );
}

const styles = StyleSheet.create({
  side: { width: 376, borderLeftWidth: 1, paddingTop: 8 },
  foot: { borderTopLeftRadius: RADIUS.card, borderTopRightRadius: RADIUS.card, borderTopWidth: 1 },
  grip: { height: 24, alignItems: 'center', justifyContent: 'center' },
  bar: { width: 44, height: 4, borderRadius: 2 },
  scroll: { flex: 1 },
  content: { paddingHorizontal: 16, paddingBottom: 24, gap: 4 },
});
