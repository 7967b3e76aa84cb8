import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A file that this browser cannot read, of which the server may make a copy. */
export interface Unreadable {
  readonly id: string;
  readonly why: string;
}

const unreadable = createSlice({
  name: 'unreadable',
  initialState: [] as readonly Unreadable[],
  reducers: {
    foundUnreadable: (state, { payload }: PayloadAction<Unreadable>) => [...state, payload],
    leftUnreadable: (state, { payload }: PayloadAction<string>) =>
      state.filter(({ id }) => id !== payload),
  },
});

export const { foundUnreadable, leftUnreadable } = unreadable.actions;
export const unreadableReducer = unreadable.reducer;
