import { StyleSheet, TextInput, View } from 'react-native';
import { FIELD, useTokens } from './theme';
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
        style={[FIELD, { color: tokens.ink, borderColor: tokens.line }]}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { gap: 4, paddingVertical: 4 },
});
