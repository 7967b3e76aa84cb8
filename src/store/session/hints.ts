import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Hints that were shown on the first visit, and never will be again. */
const hints = createSlice({
  name: 'hints',
  initialState: [] as readonly string[],
  reducers: {
    hintsSet: (_state, { payload }: PayloadAction<readonly string[]>) => payload,
    hintSeen: (state, { payload }: PayloadAction<string>) =>
      state.includes(payload) ? state : [...state, payload],
  },
});

export const { hintsSet, hintSeen } = hints.actions;
export const hintsReducer = hints.reducer;
