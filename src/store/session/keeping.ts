import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Whether the browser promised to keep what is saved here; it is asked once there is something to keep. */
export type Keeping = 'not asked' | 'kept' | 'refused';

const keeping = createSlice({
  name: 'keeping',
  initialState: 'not asked' as Keeping,
  reducers: { keepingSet: (_state, { payload }: PayloadAction<Keeping>) => payload },
});

export const { keepingSet } = keeping.actions;
export const keepingReducer = keeping.reducer;
