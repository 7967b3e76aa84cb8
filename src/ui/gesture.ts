let count = 0;

/** A name for one drag or one stay in a field: all its edits are one undo step. */
export const newGesture = (): string => `gesture-${Date.now()}-${++count}`;

/** Drags are for pointers: what has keys of its own must not be dragged by them as well. */
export const POINTER_DRAG = { pointer: { keys: false } } as const;
