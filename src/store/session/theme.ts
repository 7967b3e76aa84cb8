import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Settings } from '../storage';

const theme = createSlice({
  name: 'theme',
  initialState: 'system' as Settings['theme'],
  reducers: { themeSet: (_state, { payload }: PayloadAction<Settings['theme']>) => payload },
});

export const { themeSet } = theme.actions;
export const themeReducer = theme.reducer;
