import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Draft } from './draft.ts';

/** What the action under the pointer or the focus would do; the reach shows it. */
const slice = createSlice({
  name: 'preview',
  initialState: null as readonly Draft[] | null,
  reducers: {
    previewed: (_, { payload }: PayloadAction<readonly Draft[] | null>) => payload as never,
  },
});

export const { previewed } = slice.actions;
export const previewReducer = slice.reducer;
