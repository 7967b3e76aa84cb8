import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

const update = createSlice({
  name: 'update',
  initialState: false,
  reducers: { updateFound: (_state, { payload }: PayloadAction<boolean>) => payload },
});

/** Whether a newer version of the app lies ready. */
export const { updateFound } = update.actions;
export const updateReducer = update.reducer;
