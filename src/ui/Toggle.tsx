import { Pressable, StyleSheet, View } from 'react-native';
import { RADIUS, TOUCH, useTokens } from './theme';
import { Words } from './Words';

interface ToggleProps {
  readonly label: string;
  readonly value: boolean;
  readonly onChange: (value: boolean) => void;
}

/** Something that is on or off; its words can be tapped as well. */
export function Toggle({ label, value, onChange }: ToggleProps) {
  const tokens = useTokens();
  return (
    <Pressable
      role="switch"
      aria-label={label}
      aria-checked={value}
      onPress={() => onChange(!value)}
      style={styles.row}
    >
      <Words style={styles.label}>{label}</Words>
      <View style={[styles.track, { backgroundColor: value ? tokens.plum : tokens.softInk }]}>
        <View style={[styles.knob, { backgroundColor: tokens.card }, value && styles.on]} />
      </View>
    </Pressable>
  );
}

const WIDTH = 44;
const HEIGHT = 26;
const GAP = 3;
const KNOB = HEIGHT - 2 * GAP;

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: TOUCH },
  label: { flex: 1 },
  track: { width: WIDTH, height: HEIGHT, borderRadius: RADIUS.full, padding: GAP },
  knob: { width: KNOB, height: KNOB, borderRadius: RADIUS.full },
  on: { marginLeft: WIDTH - 2 * GAP - KNOB },
});
