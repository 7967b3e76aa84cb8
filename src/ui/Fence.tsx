import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { Action } from './Action';
import { Words } from './Words';

interface FenceProps {
  /** What is inside, in a word or two: "These settings". */
  readonly what: string;
  /** Names what is shown: another one is tried afresh. */
  readonly page?: string;
  /** A way on beside trying again. */
  readonly way?: { readonly label: string; readonly go: () => void };
  readonly style?: StyleProp<ViewStyle>;
  readonly children: ReactNode;
}

/** Keeps what breaks inside from taking the rest of the page with it: says so, and leads on. */
export function Fence({ what, page, way, style, children }: FenceProps) {
  return (
    <ErrorBoundary
      resetKeys={[page]}
      fallbackRender={({ resetErrorBoundary }) => (
        <View role="alert" style={[styles.broken, style]}>
          <Words>{`${what} could not be shown: something in the app went wrong. Your work is kept.`}</Words>
          <View style={styles.ways}>
            <Action label="Try again" tone="main" onPress={resetErrorBoundary} />
            {way ? <Action label={way.label} onPress={way.go} /> : null}
          </View>
        </View>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}

const styles = StyleSheet.create({
  broken: { gap: 12 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
