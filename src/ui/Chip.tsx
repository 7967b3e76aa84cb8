import { Pressable, ScrollView, StyleSheet, Text, View } from 'react-native';
import { Icon } from 'react-native-paper';
import { FONT, RADIUS, TOUCH, useTokens } from './theme';

interface ChipProps {
  readonly label: string;
  readonly icon?: string;
  readonly selected?: boolean;
  readonly role?: 'button' | 'radio' | 'tab';
  readonly onPress: () => void;
}

/** A small rounded choice; the touch area is larger than what is seen. */
export function Chip({ label, icon, selected = false, role = 'button', onPress }: ChipProps) {
  const tokens = useTokens();
  const colour = selected ? tokens.onPlum : tokens.ink;
  return (
    <Pressable
      role={role}
      aria-label={label}
      aria-checked={role === 'radio' ? selected : undefined}
      aria-selected={role === 'tab' ? selected : undefined}
      onPress={onPress}
      style={styles.touch}
    >
      <View
        style={[
          styles.chip,
          {
            backgroundColor: selected ? tokens.plum : tokens.card,
            borderColor: selected ? tokens.plum : tokens.line,
          },
        ]}
      >
        {icon ? <Icon source={icon} size={16} color={colour} /> : null}
        <Text style={[styles.label, { color: colour }]}>{label}</Text>
      </View>
    </Pressable>
  );
}

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly options: readonly {
    readonly value: T;
    readonly label: string;
    readonly icon?: string;
  }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** One of a few options, in a row that scrolls when it is too long. */
export function Choice<T extends string>({ label, options, value, onChange }: ChoiceProps<T>) {
  return (
    <ScrollView
      horizontal
      role="radiogroup"
      aria-label={label}
      showsHorizontalScrollIndicator={false}
      style={styles.scroll}
      contentContainerStyle={styles.row}
    >
      {options.map((option) => (
        <Chip
          key={option.value}
          role="radio"
          label={option.label}
          icon={option.icon}
          selected={option.value === value}
          onPress={() => onChange(option.value)}
        />
      ))}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  touch: { minHeight: TOUCH, justifyContent: 'center' },
  chip: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 6,
    minHeight: 34,
    paddingHorizontal: 13,
    borderRadius: RADIUS.full,
    borderWidth: 1,
  },
  label: { fontFamily: FONT.text, fontSize: 14 },
  scroll: { flexGrow: 0, flexShrink: 1 },
  row: { gap: 8, alignItems: 'center' },
});
