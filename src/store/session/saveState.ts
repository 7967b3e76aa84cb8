import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Another tab has this kit; this one follows and changes nothing. */
const following = createSlice({
  name: 'following',
  initialState: false,
  reducers: { followingSet: (_state, { payload }: PayloadAction<boolean>) => payload },
});

/** Why the newest changes could not be saved; null while all is well. */
const unsaved = createSlice({
  name: 'unsaved',
  initialState: null as string | null,
  reducers: { unsavedSet: (_state, { payload }: PayloadAction<string | null>) => payload },
});

export const { followingSet } = following.actions;
export const { unsavedSet } = unsaved.actions;
export const followingReducer = following.reducer;
export const unsavedReducer = unsaved.reducer;
