import { useEffect, useRef, type RefObject } from 'react';
import { Pressable, ScrollView, StyleSheet, Text, View } from 'react-native';
import { FONT, TOUCH, rem, useTokens } from './theme';

interface TabsProps<T extends string> {
  readonly tabs: readonly { readonly value: T; readonly label: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** Sections of a sheet; the stitch underlines the one that is open. */
export function Tabs<T extends string>({ tabs, value, onChange }: TabsProps<T>) {
  const tokens = useTokens();
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    const open = row.current?.querySelector('[aria-selected=true]');
    open?.scrollIntoView({ inline: 'nearest', block: 'nearest' });
  }, [value]);
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} style={styles.scroll}>
      <View ref={row as unknown as RefObject<View>} role="tablist" style={styles.row}>
        {tabs.map((tab) => {
          const selected = tab.value === value;
          return (
            <Pressable
              key={tab.value}
              role="tab"
              aria-selected={selected}
              tabIndex={selected ? 0 : -1}
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
      </View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  scroll: { flexGrow: 0 },
  row: { flexDirection: 'row', gap: 8, paddingHorizontal: 8 },
  tab: { minHeight: TOUCH, minWidth: TOUCH, alignItems: 'center', justifyContent: 'center' },
  label: {
    fontFamily: FONT.text,
    fontSize: rem(15),
    paddingVertical: 3,
    borderBottomWidth: 2,
    borderStyle: 'dashed',
    borderColor: 'transparent',
  },
});
