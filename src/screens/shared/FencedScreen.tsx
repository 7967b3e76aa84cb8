import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { StyleSheet } from 'react-native';
import { Fence } from '@/ui/Fence';

/** A screen with what keeps it from emptying the page where it breaks; inside the router, which would lose its place. */
export function FencedScreen({ children }: { readonly children: ReactNode }) {
  const router = useRouter();
  const way = { label: 'Go to the kit', go: () => router.replace('/') };
  return (
    <Fence what="This screen" way={way} style={styles.broken}>
      {children}
    </Fence>
  );
}

const styles = StyleSheet.create({
  broken: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
});
