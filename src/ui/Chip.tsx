import { useEffect, useRef, type RefObject } from 'react';
import { Pressable, ScrollView, StyleSheet, Text, View } from 'react-native';
import { Icon } from 'react-native-paper';
import { isStop } from './keys';
import { FONT, RADIUS, TOUCH, rem, useTokens } from './theme';

interface ChipProps {
  readonly label: string;
  /** What is read out, where the label alone would not tell what it is for. */
  readonly spoken?: string;
  readonly icon?: string;
  readonly selected?: boolean;
  readonly role?: 'button' | 'radio' | 'tab';
  /** Whether Tab comes to it; one of a group is. */
  readonly stop?: boolean;
  readonly onPress: () => void;
}

/** A small rounded choice; the touch area is larger than what is seen. */
export function Chip(props: ChipProps) {
  const { label, spoken = label, icon, selected = false, role = 'button', stop = true } = props;
  const tokens = useTokens();
  const colour = selected ? tokens.onPlum : tokens.ink;
  return (
    <Pressable
      role={role}
      aria-label={spoken}
      aria-checked={role === 'radio' ? selected : undefined}
      aria-selected={role === 'tab' ? selected : undefined}
      tabIndex={stop ? 0 : -1}
      onPress={props.onPress}
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
        <Text numberOfLines={2} style={[styles.label, { color: colour }]}>
          {label}
        </Text>
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

function ChoiceChips<T extends string>({ options, value, onChange }: ChoiceProps<T>) {
  const chosen = options.findIndex((option) => option.value === value);
  return options.map((option, i) => (
    <Chip
      key={option.value}
      role="radio"
      label={option.label}
      icon={option.icon}
      selected={i === chosen}
      stop={isStop(i, chosen)}
      onPress={() => onChange(option.value)}
    />
  ));
}

/** One of a few options, all of them in sight. */
export function Choice<T extends string>(props: ChoiceProps<T>) {
  return (
    <View role="radiogroup" aria-label={props.label} style={styles.wrapped}>
      <ChoiceChips {...props} />
    </View>
  );
}

/** One of many options, in a row that scrolls and starts at the chosen one. */
export function LongChoice<T extends string>(props: ChoiceProps<T>) {
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    const chosen = row.current?.querySelector('[aria-checked=true]');
    chosen?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, []);
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} style={styles.scroll}>
      <View
        ref={row as unknown as RefObject<View>}
        role="radiogroup"
        aria-label={props.label}
        style={styles.row}
      >
        <ChoiceChips {...props} />
      </View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  touch: { minHeight: TOUCH, minWidth: TOUCH, maxWidth: '100%', justifyContent: 'center' },
  chip: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'center',
    gap: 6,
    minHeight: 34,
    paddingHorizontal: 13,
    borderRadius: RADIUS.full,
    borderWidth: 1,
  },
  label: { flexShrink: 1, fontFamily: FONT.text, fontSize: rem(14) },
  scroll: { flexGrow: 0, flexShrink: 1 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  wrapped: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 },
});
