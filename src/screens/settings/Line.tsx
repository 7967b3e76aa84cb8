import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Words } from '@/ui/Words';

/** A thing by its name, what is said of it, and what can be done with it. */
export function Line({
  name,
  about,
  children,
}: {
  readonly name: string;
  readonly about?: string;
  readonly children: ReactNode;
}) {
  return (
    <View style={styles.line}>
      <View style={styles.grow}>
        <Words kind="strong">{name}</Words>
        {about === undefined ? null : (
          <Words kind="small" soft>
            {about}
          </Words>
        )}
      </View>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
