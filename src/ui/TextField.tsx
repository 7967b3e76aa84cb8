import { StyleSheet, TextInput, View } from 'react-native';
import { FONT, RADIUS, TOUCH, rem, useTokens } from './theme';
import { Words } from './Words';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly most?: number;
  readonly onChange: (value: string) => void;
}

/** A line of text. */
export function TextField({ label, value, most = 200, onChange }: TextFieldProps) {
  const tokens = useTokens();
  return (
    <View style={styles.row}>
      <Words>{label}</Words>
      <TextInput
        aria-label={label}
        maxLength={most}
        value={value}
        onChangeText={onChange}
        style={[styles.input, { color: tokens.ink, borderColor: tokens.line }]}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { gap: 4, paddingVertical: 4 },
  input: {
    minHeight: TOUCH,
    borderWidth: 1,
    borderRadius: RADIUS.inner,
    paddingHorizontal: 12,
    fontFamily: FONT.text,
    fontSize: rem(16),
  },
});
