import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Layer } from '@/core/document';

/** The layer whose settings were copied last, to be given to others. */
const copied = createSlice({
  name: 'copied',
  initialState: null as Layer | null,
  reducers: { layerCopied: (_state, { payload }: PayloadAction<Layer>) => payload },
});

export const { layerCopied } = copied.actions;
export const copiedReducer = copied.reducer;
