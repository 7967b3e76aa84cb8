import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { SendSettings } from '@/core/document/sendSettings';

/** How each document was last chosen to be sent. */
const sendings = createSlice({
  name: 'sendings',
  initialState: {} as Readonly<Record<string, SendSettings>>,
  reducers: {
    sendingSet: (state, { payload }: PayloadAction<{ id: string; settings: SendSettings }>) => ({
      ...state,
      [payload.id]: payload.settings,
    }),
  },
});

/** The receiver that each overlay is meant for; none where it is not known. */
const receivers = createSlice({
  name: 'receivers',
  initialState: {} as Readonly<Record<string, string>>,
  reducers: {
    receiverSet: (state, { payload }: PayloadAction<{ id: string; receiver: string | null }>) => {
      const { [payload.id]: _before, ...others } = state;
      return payload.receiver === null ? others : { ...others, [payload.id]: payload.receiver };
    },
  },
});

export const { sendingSet } = sendings.actions;
export const { receiverSet } = receivers.actions;
export const sendingsReducer = sendings.reducer;
export const receiversReducer = receivers.reducer;
