import { StyleSheet } from 'react-native';
import { Button, IconButton } from 'react-native-paper';
import { FONT, RADIUS, TOUCH, rem, useTokens } from './theme';

interface ActionProps {
  readonly label: string;
  readonly icon?: string;
  /** The main thing to do here; something beside it; a repair; a plain choice. */
  readonly tone?: 'main' | 'soft' | 'repair' | 'plain';
  readonly disabled?: boolean;
  readonly grow?: boolean;
  readonly onPress: () => void;
}

/** A button with words on it. */
export function Action({ label, icon, tone = 'plain', disabled, grow, onPress }: ActionProps) {
  const tokens = useTokens();
  const colours = {
    main: [tokens.plum, tokens.onPlum],
    soft: [tokens.plumSoft, tokens.ink],
    repair: [tokens.rust, tokens.card],
    plain: [tokens.card, tokens.ink],
  }[tone];
  return (
    <Button
      mode={tone === 'plain' ? 'outlined' : 'contained'}
      icon={icon}
      disabled={disabled}
      buttonColor={colours[0]}
      textColor={colours[1]}
      onPress={onPress}
      accessibilityLabel={label}
      style={[styles.button, { borderColor: tokens.line }, grow && styles.grow]}
      contentStyle={styles.content}
      labelStyle={styles.label}
    >
      {label}
    </Button>
  );
}

interface IconActionProps {
  readonly label: string;
  readonly icon: string;
  readonly disabled?: boolean;
  readonly selected?: boolean;
  readonly onPress: () => void;
}

/** A button with a sign on it; its label is read out. */
export function IconAction({ label, icon, disabled, selected, onPress }: IconActionProps) {
  const tokens = useTokens();
  return (
    <IconButton
      icon={icon}
      size={22}
      disabled={disabled}
      selected={selected}
      mode={selected ? 'contained' : undefined}
      containerColor={selected ? tokens.plumSoft : undefined}
      iconColor={selected ? tokens.plum : tokens.ink}
      onPress={onPress}
      accessibilityLabel={label}
      style={styles.icon}
    />
  );
}

const styles = StyleSheet.create({
  button: { borderRadius: RADIUS.full },
  grow: { flex: 1 },
  content: { minHeight: TOUCH },
  label: {
    fontFamily: FONT.text,
    fontSize: rem(15),
    lineHeight: rem(20),
    marginVertical: 10,
    letterSpacing: 0,
    // Large text takes two lines rather than being cut.
    ...({ whiteSpace: 'normal' } as object),
  },
  icon: { width: TOUCH, height: TOUCH, margin: 0 },
});
