import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Settings } from '../storage';
import { settingsLoaded } from './settingsLoaded';

const theme = createSlice({
  name: 'theme',
  initialState: 'system' as Settings['theme'],
  reducers: { themeSet: (_state, { payload }: PayloadAction<Settings['theme']>) => payload },
  extraReducers: (builder) =>
    builder.addCase(settingsLoaded, (_state, { payload }) => payload.theme),
});

export const { themeSet } = theme.actions;
export const themeReducer = theme.reducer;
