import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Long work that goes on whatever screen is shown. */
export interface Busy {
  readonly id: string;
  /** What is done, as in "Bringing in hill.mp4". */
  readonly doing: string;
  readonly done: number;
  readonly total: number;
  /** By `performance.now()`. */
  readonly startedAt: number;
}

const busy = createSlice({
  name: 'busy',
  initialState: [] as readonly Busy[],
  reducers: {
    busyBegun: (state, { payload }: PayloadAction<Busy>) => [...state, payload],
    busyGoesOn: (state, { payload }: PayloadAction<Pick<Busy, 'id' | 'done' | 'total'>>) =>
      state.map((work) => (work.id === payload.id ? { ...work, ...payload } : work)),
    busyOver: (state, { payload }: PayloadAction<string>) =>
      state.filter(({ id }) => id !== payload),
  },
});

export const { busyBegun, busyGoesOn, busyOver } = busy.actions;
export const busyReducer = busy.reducer;
