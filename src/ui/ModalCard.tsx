import { createFocusTrap } from 'focus-trap';
import { useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { Pressable, StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { Portal } from 'react-native-paper';
import { closeOnBack } from './back';
import { Fence } from './Fence';
import { RADIUS, useTokens } from './theme';

interface ModalCardProps {
  /** What it is called, for who cannot see it. */
  readonly label: string;
  readonly onClose: () => void;
  /** At the foot of the screen, in reach of the thumb, instead of in its middle. */
  readonly low?: boolean;
  readonly style?: StyleProp<ViewStyle>;
  readonly children: ReactNode;
}

/** Something over the page that has to be dealt with first: it keeps the focus, and gives it back. */
export function ModalCard(props: ModalCardProps) {
  return (
    <Portal>
      <Shade {...props} />
    </Portal>
  );
}

function Shade({ label, onClose, low = false, style, children }: ModalCardProps) {
  const tokens = useTokens();
  const card = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const trap = createFocusTrap(card.current!, {
      escapeDeactivates: false,
      allowOutsideClick: true,
      fallbackFocus: card.current!,
      delayInitialFocus: false,
      // What was opened from here may have the focus by now.
      setReturnFocus: (before) => (document.activeElement === document.body ? before : false),
    });
    trap.activate();
    return () => {
      trap.deactivate();
    };
  }, []);
  const leave = useRef(onClose);
  useEffect(() => {
    leave.current = onClose;
  });
  useEffect(() => closeOnBack(() => leave.current()), []);
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    onClose();
  };
  return (
    <View style={[styles.shade, low && styles.low]}>
      <Pressable aria-hidden tabIndex={-1} onPress={onClose} style={styles.behind} />
      <div
        ref={card}
        role="dialog"
        aria-modal
        aria-label={label}
        tabIndex={-1}
        // Fields keep their keys from what is round them.
        onKeyDownCapture={onKeyDown}
        style={cardStyle}
      >
        <View style={[styles.card, { backgroundColor: tokens.card }, style]}>
          <Fence what={label} way={{ label: 'Close', go: onClose }}>
            {children}
          </Fence>
        </View>
      </div>
    </View>
  );
}

const cardStyle = {
  display: 'flex',
  flexDirection: 'column',
  alignItems: 'center',
  width: '100%',
  maxHeight: '100%',
  minHeight: 0,
  pointerEvents: 'none',
  outline: 'none',
} as const;

const styles = StyleSheet.create({
  shade: { ...StyleSheet.absoluteFill, justifyContent: 'center' },
  low: { justifyContent: 'flex-end' },
  behind: { ...StyleSheet.absoluteFill, backgroundColor: 'rgba(0, 0, 0, 0.4)', cursor: 'auto' },
  card: { minHeight: 0, borderRadius: RADIUS.card, pointerEvents: 'auto' },
});
