interface Pressed {
  readonly nativeEvent: unknown;
  readonly preventDefault: () => void;
}

/**
 * What makes something pressable a link: it can be followed by keys and be opened in a tab of its own,
 * and else is followed within the app.
 */
export const linkTo = (href: string, go: () => void) => ({
  role: 'link' as const,
  href,
  onPress: (event: Pressed) => {
    const { ctrlKey, metaKey, shiftKey } = event.nativeEvent as MouseEvent;
    if (ctrlKey || metaKey || shiftKey) return;
    event.preventDefault();
    go();
  },
});
