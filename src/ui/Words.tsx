import type { ReactNode } from 'react';
import { Text, type StyleProp, type TextStyle } from 'react-native';
import { FONT, rem, useTokens } from './theme';

type Kind = 'title' | 'heading' | 'body' | 'strong' | 'small';

/** Grows no further than names have room beside the tools of a phone's screen. */
const TITLE = 'min(1.5rem, 7.5vw)' as unknown as number;

const STYLES: Readonly<Record<Kind, TextStyle>> = {
  // It takes the focus for who listens; nothing can be done with it, so there is no ring round it. A ring of the
  // browser's own style has no width that could be 0.
  title: {
    ...{ fontFamily: FONT.heading, fontSize: TITLE, lineHeight: rem(30) },
    ...{ outlineStyle: 'solid', outlineWidth: 0 },
  },
  heading: { fontFamily: FONT.heading, fontSize: rem(19), lineHeight: rem(24) },
  body: { fontFamily: FONT.text, fontSize: rem(15), lineHeight: rem(21) },
  strong: { fontFamily: FONT.bold, fontSize: rem(15), lineHeight: rem(21) },
  small: { fontFamily: FONT.text, fontSize: rem(13), lineHeight: rem(18) },
};

interface WordsProps {
  readonly kind?: Kind;
  readonly soft?: boolean;
  readonly lines?: number;
  readonly style?: StyleProp<TextStyle>;
  readonly children: ReactNode;
}

/** Any text of the interface. Titles and headings are headings to a screen reader. */
export function Words({ kind = 'body', soft = false, lines, style, children }: WordsProps) {
  const tokens = useTokens();
  const heading = kind === 'title' || kind === 'heading';
  return (
    <Text
      role={heading ? 'heading' : undefined}
      aria-level={heading ? (kind === 'title' ? 1 : 2) : undefined}
      // A page that was gone to gives its title the focus.
      {...(kind === 'title' ? { tabIndex: -1 } : null)}
      numberOfLines={lines}
      style={[STYLES[kind], { color: soft ? tokens.softInk : tokens.ink }, style]}
    >
      {children}
    </Text>
  );
}
