import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';
import type { SendSettings } from '@/core/document/sendSettings';

/** A document that waits to be sent together with others. */
export interface Queued {
  readonly key: string;
  readonly document: string;
  readonly settings: SendSettings;
}

const queue = createSlice({
  name: 'queue',
  initialState: [] as readonly Queued[],
  reducers: {
    queued: {
      prepare: (document: string, settings: SendSettings) => ({
        payload: { key: nanoid(), document, settings },
      }),
      reducer: (state, { payload }: PayloadAction<Queued>) => [...state, payload],
    },
    unqueued: (state, { payload }: PayloadAction<readonly string[]>) =>
      state.filter(({ key }) => !payload.includes(key)),
  },
});

export const { queued, unqueued } = queue.actions;
export const queueReducer = queue.reducer;
