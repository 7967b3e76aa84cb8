import { useState, type ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { useWide } from './Frame';
import { RADIUS, useTokens } from './theme';

interface SheetProps {
  readonly top: ReactNode;
  readonly children: ReactNode;
  /** Stays in sight below what scrolls. */
  readonly foot?: ReactNode;
  /** Names what is shown; another one is shown from its top. */
  readonly page?: string;
  /** Heights on a phone: at first, and once it is tapped. */
  readonly heights?: readonly [first: number, other: number];
}

const HEIGHTS = [250, 420] as const;

/** The chosen thing's settings: at the right on a wide screen, else at the foot and made taller by a tap. */
export function Sheet({ top, children, foot, page, heights = HEIGHTS }: SheetProps) {
  const tokens = useTokens();
  const wide = useWide();
  const [other, setOther] = useState(false);
  const size = wide ? styles.side : { height: heights[other ? 1 : 0] };
  const tall = other === heights[1] > heights[0];
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
          onPress={() => setOther(!other)}
          style={styles.grip}
        >
          <View style={[styles.bar, { backgroundColor: tokens.line }]} />
        </Pressable>
      )}
      {top}
      <ScrollView key={page} style={styles.scroll} contentContainerStyle={styles.content}>
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
