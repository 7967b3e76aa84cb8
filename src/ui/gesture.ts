let count = 0;

/** A name for one drag or one stay in a field: all its edits are one undo step. */
export const newGesture = (): string => `gesture-${Date.now()}-${++count}`;
