import type { CheckState } from '@/core/check';
import type { Layer, Overlay } from '@/core/document';
import { BRUSHES } from '@/core/ink/brushes';
import type { OnionSkin } from '@/core/ink/drawView';
import type { SendSettings } from '@/core/sending/settings';
import type { Settings, Unread } from './storage';
import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';

/** A line at the foot of the screen; `restore` names what its Undo button brings back. */
export interface Notice {
  readonly id: string;
  readonly text: string;
  readonly kind: 'note' | 'problem';
  readonly restore: string | null;
}

/** A file that this browser cannot read, of which the server may make a copy. */
export interface Unreadable {
  readonly id: string;
  readonly why: string;
}

/** A document that waits to be sent together with others. */
export interface Queued {
  readonly key: string;
  readonly document: string;
  readonly settings: SendSettings;
}

/** What is in hand on the Draw screen; `sizes` by brush, in layer pixels. */
export interface PenSettings {
  readonly tool: 'draw' | 'rub' | 'view';
  readonly rubs: 'strokes' | 'parts';
  readonly brush: string;
  readonly colour: string;
  readonly sizes: Readonly<Record<string, number>>;
  readonly opacities: Readonly<Record<string, number>>;
  readonly smoothing: number;
  /** Fills what new lines enclose; null for lines alone. */
  readonly fill: string | null;
  readonly rubber: number;
  readonly fingersDraw: boolean;
  readonly onion: OnionSkin;
  readonly others: boolean;
}

const FIRST_PEN: PenSettings = {
  tool: 'draw',
  rubs: 'strokes',
  brush: BRUSHES[0].brush,
  colour: '#ffffff',
  sizes: Object.fromEntries(BRUSHES.map(({ brush, first }) => [brush, first.size])),
  opacities: Object.fromEntries(BRUSHES.map(({ brush, first }) => [brush, first.opacity])),
  smoothing: BRUSHES[0].first.smoothing,
  fill: null,
  rubber: 40,
  fingersDraw: false,
  onion: { before: 1, after: 1, strength: 0.4 },
  others: true,
};

interface SessionState {
  readonly notices: readonly Notice[];
  readonly unreadable: readonly Unreadable[];
  /** What of the kit could not be read, and lies in storage as it is. */
  readonly unread: readonly Unread[];
  /** Another tab has this kit; this one follows and changes nothing. */
  readonly following: boolean;
  /** Why the newest changes could not be saved; null while all is well. */
  readonly unsaved: string | null;
  readonly theme: Settings['theme'];
  /** The layer whose settings were copied last, to be given to others. */
  readonly copied: Layer | null;
  readonly pen: PenSettings;
  /** How each document was last chosen to be sent. */
  readonly sendings: Readonly<Record<string, SendSettings>>;
  /** The receiver that each overlay is meant for; none where it is not known. */
  readonly receivers: Readonly<Record<string, string>>;
  readonly queue: readonly Queued[];
  /** What Check said, and of which state of the overlay. */
  readonly checks: Readonly<
    Record<string, { readonly overlay: Overlay; readonly state: CheckState }>
  >;
}

const initialState: SessionState = {
  notices: [],
  unreadable: [],
  unread: [],
  following: false,
  unsaved: null,
  theme: 'system',
  copied: null,
  pen: FIRST_PEN,
  sendings: {},
  receivers: {},
  queue: [],
  checks: {},
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
    foundUnreadable: (state, { payload }: PayloadAction<Unreadable>) => {
      state.unreadable.push(payload);
    },
    leftUnreadable: (state, { payload }: PayloadAction<string>) => {
      state.unreadable = state.unreadable.filter(({ id }) => id !== payload);
    },
    unreadFound: (state, { payload }: PayloadAction<readonly Unread[]>) => {
      const known = new Set(state.unread.map(({ key }) => key));
      state.unread.push(...payload.filter(({ key }) => !known.has(key)));
    },
    unreadGone: (state, { payload }: PayloadAction<string>) => {
      state.unread = state.unread.filter(({ key }) => key !== payload);
    },
    followingSet: (state, { payload }: PayloadAction<boolean>) => {
      state.following = payload;
    },
    unsavedSet: (state, { payload }: PayloadAction<string | null>) => {
      state.unsaved = payload;
    },
    layerCopied: (state, { payload }: PayloadAction<Layer>) => {
      state.copied = payload as typeof state.copied;
    },
    sendingSet: (state, { payload }: PayloadAction<{ id: string; settings: SendSettings }>) => {
      const { id, settings } = payload;
      state.sendings = { ...state.sendings, [id]: settings } as typeof state.sendings;
    },
    receiverSet: (state, { payload }: PayloadAction<{ id: string; receiver: string | null }>) => {
      const { [payload.id]: _before, ...others } = state.receivers;
      state.receivers =
        payload.receiver === null ? others : { ...others, [payload.id]: payload.receiver };
    },
    queued: {
      prepare: (document: string, settings: SendSettings) => ({
        payload: { key: nanoid(), document, settings },
      }),
      reducer: (state, { payload }: PayloadAction<Queued>) => {
        state.queue.push(payload as (typeof state.queue)[number]);
      },
    },
    unqueued: (state, { payload }: PayloadAction<readonly string[]>) => {
      state.queue = state.queue.filter(({ key }) => !payload.includes(key));
    },
    checkedSet: (state, { payload }: PayloadAction<{ overlay: Overlay; state: CheckState }>) => {
      const checks: SessionState['checks'] = { ...state.checks, [payload.overlay.id]: payload };
      state.checks = checks as typeof state.checks;
    },
    penSet: (state, { payload }: PayloadAction<Partial<PenSettings>>) => {
      Object.assign(state.pen, payload);
    },
    themeSet: (state, { payload }: PayloadAction<SessionState['theme']>) => {
      state.theme = payload;
    },
  },
});

export const {
  noticed,
  dismissed,
  foundUnreadable,
  leftUnreadable,
  unreadFound,
  unreadGone,
  followingSet,
  unsavedSet,
  themeSet,
  layerCopied,
  penSet,
  sendingSet,
  receiverSet,
  queued,
  unqueued,
  checkedSet,
} = session.actions;
export const sessionReducer = session.reducer;
