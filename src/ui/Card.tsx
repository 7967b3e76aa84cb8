import type { ReactNode } from 'react';
import { StyleSheet, View, type ViewProps } from 'react-native';
import { RADIUS, useTokens } from './theme';
import { Words } from './Words';

interface CardProps extends Pick<ViewProps, 'role' | 'aria-label' | 'style'> {
  readonly title?: string;
  /** The title is a heading to screen readers, and set as one; without, it is bold text. */
  readonly heading?: boolean;
  readonly children: ReactNode;
}

/** One subject of a page, on a surface of its own. */
export function Card({ title, heading = false, style, children, ...told }: CardProps) {
  const tokens = useTokens();
  return (
    <View {...told} style={[styles.card, { backgroundColor: tokens.card }, style]}>
      {title === undefined ? null : <Words kind={heading ? 'heading' : 'strong'}>{title}</Words>}
      {children}
    </View>
  );
}

const styles = StyleSheet.create({ card: { borderRadius: RADIUS.card, padding: 14, gap: 8 } });
