import type { Style } from '@/core/document';
import type { Settings } from './storage';
import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';

/** A line at the foot of the screen; `restore` names what its Undo button brings back. */
export interface Notice {
  readonly id: string;
  readonly text: string;
  readonly kind: 'note' | 'problem';
  readonly restore: string | null;
}

interface SessionState {
  readonly notices: readonly Notice[];
  /** Another tab has this kit; this one follows and changes nothing. */
  readonly following: boolean;
  /** Why the newest changes could not be saved; null while all is well. */
  readonly unsaved: string | null;
  readonly theme: Settings['theme'];
  /** The look that was copied last, to be given to other layers. */
  readonly style: Style | null;
}

const initialState: SessionState = {
  notices: [],
  following: false,
  unsaved: null,
  theme: 'system',
  style: null,
};

const session = createSlice({
  name: 'session',
  initialState,
  reducers: {
    noticed: {
      prepare: (text: string, kind: Notice['kind'] = 'note', restore: string | null = null) => ({
        payload: { id: nanoid(), text, kind, restore },
      }),
      reducer: (state, { payload }: PayloadAction<Notice>) => {
        state.notices.push(payload);
      },
    },
    dismissed: (state, { payload }: PayloadAction<string>) => {
      state.notices = state.notices.filter((notice) => notice.id !== payload);
    },
    followingSet: (state, { payload }: PayloadAction<boolean>) => {
      state.following = payload;
    },
    unsavedSet: (state, { payload }: PayloadAction<string | null>) => {
      state.unsaved = payload;
    },
    styleCopied: (state, { payload }: PayloadAction<Style>) => {
      state.style = payload as typeof state.style;
    },
    themeSet: (state, { payload }: PayloadAction<SessionState['theme']>) => {
      state.theme = payload;
    },
  },
});

export const { noticed, dismissed, followingSet, unsavedSet, themeSet, styleCopied } =
  session.actions;
export const sessionReducer = session.reducer;
