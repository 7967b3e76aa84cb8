import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { CheckState } from '@/core/check';
import type { Overlay } from '@/core/document';

/** What Check said of an overlay. */
interface Checked {
  /** As it was when it was checked. */
  readonly overlay: Overlay;
  readonly state: CheckState;
}

const checks = createSlice({
  name: 'checks',
  initialState: {} as Readonly<Record<string, Checked>>,
  reducers: {
    checkedSet: (state, { payload }: PayloadAction<Checked>) => ({
      ...state,
      [payload.overlay.id]: payload,
    }),
  },
});

export const { checkedSet } = checks.actions;
export const checksReducer = checks.reducer;
