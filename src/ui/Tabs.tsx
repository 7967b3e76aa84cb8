import { Pressable, ScrollView, StyleSheet, Text } from 'react-native';
import { FONT, TOUCH, useTokens } from './theme';

interface TabsProps<T extends string> {
  readonly tabs: readonly { readonly value: T; readonly label: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** Sections of a sheet; the stitch underlines the one that is open. */
export function Tabs<T extends string>({ tabs, value, onChange }: TabsProps<T>) {
  const tokens = useTokens();
  return (
    <ScrollView
      horizontal
      role="tablist"
      showsHorizontalScrollIndicator={false}
      style={styles.scroll}
      contentContainerStyle={styles.row}
    >
      {tabs.map((tab) => {
        const selected = tab.value === value;
        return (
          <Pressable
            key={tab.value}
            role="tab"
            aria-selected={selected}
            aria-label={tab.label}
            onPress={() => onChange(tab.value)}
            style={styles.tab}
          >
            <Text
              style={[
                styles.label,
                { color: tokens.softInk },
                selected && {
                  color: tokens.plum,
                  fontFamily: FONT.bold,
                  borderBottomColor: tokens.plum,
                },
              ]}
            >
              {tab.label}
            </Text>
          </Pressable>
        );
      })}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  scroll: { flexGrow: 0 },
  row: { gap: 12, paddingHorizontal: 10 },
  tab: { minHeight: TOUCH, minWidth: TOUCH, alignItems: 'center', justifyContent: 'center' },
  label: {
    fontFamily: FONT.text,
    fontSize: 15,
    paddingVertical: 3,
    borderBottomWidth: 2,
    borderStyle: 'dashed',
    borderColor: 'transparent',
  },
});
