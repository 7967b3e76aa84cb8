import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { settingsLoaded } from './settingsLoaded';

/** Hints that were shown on the first visit, and never will be again. */
const hints = createSlice({
  name: 'hints',
  initialState: [] as readonly string[],
  reducers: {
    hintSeen: (state, { payload }: PayloadAction<string>) =>
      state.includes(payload) ? state : [...state, payload],
  },
  extraReducers: (builder) =>
    builder.addCase(settingsLoaded, (_state, { payload }) => payload.hints),
});

export const { hintSeen } = hints.actions;
export const hintsReducer = hints.reducer;
