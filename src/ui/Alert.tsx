import { StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { RADIUS, useTokens } from './theme';
import { Words } from './Words';

interface AlertProps {
  readonly text: string;
  readonly style?: StyleProp<ViewStyle>;
}

/** What went wrong, in plain words; it is read out at once. */
export function Alert({ text, style }: AlertProps) {
  const tokens = useTokens();
  return (
    <View role="alert" style={[styles.alert, { backgroundColor: tokens.rustSoft }, style]}>
      <Words>{text}</Words>
    </View>
  );
}

const styles = StyleSheet.create({ alert: { borderRadius: RADIUS.inner, padding: 12 } });
