let count = 0;

/** A name for one drag or one stay in a field: all its edits are one undo step. */
export const newGesture = (): string => `gesture-${Date.now()}-${++count}`;

let held = newGesture();

/** The gesture of a pressed key: one for as long as it is held down. */
export function keyGesture({ repeat }: { readonly repeat: boolean }): string {
  if (!repeat) held = newGesture();
  return held;
}

/** Drags are for pointers: what has keys of its own must not be dragged by them as well. */
export const POINTER_DRAG = { pointer: { keys: false } } as const;

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

interface Pressed {
  readonly key: string;
  readonly shiftKey: boolean;
  readonly preventDefault: () => void;
  readonly stopPropagation: () => void;
}

/** The step that an arrow key stands for, ten times as far with Shift; taken, so that nothing else acts on it. */
export function arrowStep(event: Pressed): { readonly x: number; readonly y: number } | null {
  const arrow = ARROWS[event.key];
  if (!arrow) return null;
  event.preventDefault();
  event.stopPropagation();
  const far = event.shiftKey ? 10 : 1;
  return { x: arrow[0] * far, y: arrow[1] * far };
}

/** What Enter and the space bar do to something that is no button by itself. */
export function onPressKeys(press: (more: boolean) => void) {
  return (event: Pressed): void => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    press(event.shiftKey);
  };
}
