import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Unread } from '../storage';

/** What of the kit could not be read, and lies in storage as it is. */
const unread = createSlice({
  name: 'unread',
  initialState: [] as readonly Unread[],
  reducers: {
    unreadFound: (state, { payload }: PayloadAction<readonly Unread[]>) => {
      const known = new Set(state.map(({ key }) => key));
      return [...state, ...payload.filter(({ key }) => !known.has(key))];
    },
    unreadGone: (state, { payload }: PayloadAction<string>) =>
      state.filter(({ key }) => key !== payload),
  },
});

export const { unreadFound, unreadGone } = unread.actions;
export const unreadReducer = unread.reducer;
