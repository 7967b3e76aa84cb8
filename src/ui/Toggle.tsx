import { StyleSheet, View } from 'react-native';
import { Switch } from 'react-native-paper';
import { TOUCH, useTokens } from './theme';
import { Words } from './Words';

interface ToggleProps {
  readonly label: string;
  readonly value: boolean;
  readonly onChange: (value: boolean) => void;
}

/** Something that is on or off. */
export function Toggle({ label, value, onChange }: ToggleProps) {
  const tokens = useTokens();
  return (
    <View style={styles.row}>
      <Words>{label}</Words>
      <Switch
        value={value}
        onValueChange={onChange}
        accessibilityLabel={label}
        color={tokens.plum}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    minHeight: TOUCH,
  },
});
