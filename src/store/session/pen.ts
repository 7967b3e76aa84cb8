import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { BRUSHES } from '@/core/brushes';
import type { OnionSkin } from '@/core/scene/drawView';

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

const pen = createSlice({
  name: 'pen',
  initialState: FIRST_PEN,
  reducers: {
    penSet: (state, { payload }: PayloadAction<Partial<PenSettings>>) => ({ ...state, ...payload }),
  },
});

export const { penSet } = pen.actions;
export const penReducer = pen.reducer;
