import { useState, type ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import { ModalCard } from './ModalCard';
import { TOUCH, useTokens } from './theme';
import { Words } from './Words';

export interface MenuEntry {
  /** Told apart by this where two have the same label. */
  readonly id?: string;
  readonly label: string;
  readonly icon?: string;
  /** What to do, or further entries to choose from. */
  readonly onPress: (() => void) | readonly MenuEntry[];
}

interface PopMenuProps {
  readonly title: string;
  readonly entries: readonly MenuEntry[];
  /** Shown instead of entries when there are none. */
  readonly empty?: string;
  /** Draws what opens the menu. */
  readonly opener: (open: () => void) => ReactNode;
}

/** A list of things to do or choose, within reach of the thumb on a phone. */
export function PopMenu({ title, entries, empty, opener }: PopMenuProps) {
  const tokens = useTokens();
  const [open, setOpen] = useState(false);
  const [inner, setInner] = useState<MenuEntry | null>(null);
  const close = () => {
    setOpen(false);
    setInner(null);
  };
  const choose = (entry: MenuEntry) => {
    if (typeof entry.onPress !== 'function') {
      setInner(entry);
      return;
    }
    close();
    entry.onPress();
  };
  const shown = inner && typeof inner.onPress !== 'function' ? inner.onPress : entries;
  const heading = inner?.label ?? title;
  return (
    <>
      {opener(() => setOpen(true))}
      {open ? (
        <ModalCard key={heading} label={heading} low onClose={close} style={styles.list}>
          <Words kind="strong" style={styles.title}>
            {heading}
          </Words>
          <ScrollView>
            <View role="menu" aria-label={heading}>
              {shown.map((entry) => (
                <Pressable
                  key={entry.id ?? entry.label}
                  role="menuitem"
                  aria-label={entry.label}
                  onPress={() => choose(entry)}
                  style={styles.entry}
                >
                  {entry.icon ? <Icon source={entry.icon} size={20} color={tokens.ink} /> : null}
                  <Words style={styles.label}>{entry.label}</Words>
                  {typeof entry.onPress === 'function' ? null : (
                    <Icon source="chevron-right" size={20} color={tokens.softInk} />
                  )}
                </Pressable>
              ))}
              {shown.length === 0 ? <Words style={styles.title}>{empty ?? ''}</Words> : null}
            </View>
          </ScrollView>
        </ModalCard>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  list: {
    width: '100%',
    maxWidth: 420,
    maxHeight: 480,
    paddingVertical: 12,
    marginBottom: 12,
  },
  title: { paddingHorizontal: 20, paddingBottom: 6 },
  entry: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 14,
    minHeight: TOUCH + 4,
    paddingHorizontal: 20,
  },
  label: { flex: 1 },
});
