import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Whether the browser promised to keep what is saved here; it is asked once there is something to keep. */
export type Persistence = 'not asked' | 'kept' | 'refused';

const persistence = createSlice({
  name: 'persistence',
  initialState: 'not asked' as Persistence,
  reducers: { persistenceSet: (_state, { payload }: PayloadAction<Persistence>) => payload },
});

export const { persistenceSet } = persistence.actions;
export const persistenceReducer = persistence.reducer;
