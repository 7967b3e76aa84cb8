import { plainWords } from '@/core/errors';
import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';

/** A line at the foot of the screen; `restore` names what its Undo button brings back. */
export interface Notice {
  readonly id: string;
  readonly text: string;
  readonly kind: 'note' | 'problem';
  readonly restore: string | null;
}

const notices = createSlice({
  name: 'notices',
  initialState: [] as readonly Notice[],
  reducers: {
    noticed: {
      prepare: (text: string, kind: Notice['kind'] = 'note', restore: string | null = null) => ({
        payload: { id: nanoid(), text, kind, restore },
      }),
      reducer: (state, { payload }: PayloadAction<Notice>) => [...state, payload],
    },
    dismissed: (state, { payload }: PayloadAction<string>) =>
      state.filter((notice) => notice.id !== payload),
  },
});

export const { noticed, dismissed } = notices.actions;
/** Tells what went wrong in plain words. */
export const tell = (error: unknown) => noticed(plainWords(error), 'problem');

export const noticesReducer = notices.reducer;
