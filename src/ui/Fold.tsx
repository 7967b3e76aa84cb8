import { useState, type ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import { TOUCH, useTokens } from './theme';
import { Words } from './Words';

interface FoldProps {
  readonly label: string;
  readonly icon: string;
  /** What it is set to, in a word or two, so that it need not be opened to see. */
  readonly now: string;
  readonly children: ReactNode;
}

/** Settings that open at a tap. */
export function Fold({ label, icon, now, children }: FoldProps) {
  const tokens = useTokens();
  const [open, setOpen] = useState(false);
  return (
    <View style={[styles.fold, { borderColor: tokens.line }]}>
      <Pressable
        role="button"
        aria-expanded={open}
        onPress={() => setOpen(!open)}
        style={styles.head}
      >
        <Icon source={icon} size={18} color={tokens.ink} />
        <View style={styles.words}>
          <Words kind="strong">{label}</Words>
          <Words kind="small" soft style={styles.now}>
            {now}
          </Words>
        </View>
        <Icon source={open ? 'chevron-up' : 'chevron-down'} size={20} color={tokens.softInk} />
      </Pressable>
      {open ? <View style={styles.inside}>{children}</View> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  fold: { borderBottomWidth: 1 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: TOUCH + 4 },
  words: { flex: 1, flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 10 },
  now: { flexGrow: 1, flexShrink: 1, textAlign: 'right' },
  inside: { paddingBottom: 10 },
});
