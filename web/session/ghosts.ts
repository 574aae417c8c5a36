import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Containers that a plan would buy, drawn as ghosts where they would stand. */
export interface Ghost {
  readonly kind: string;
  readonly place: string;
  readonly shelf?: string;
  readonly count: number;
}

const slice = createSlice({
  name: 'ghosts',
  initialState: [] as readonly Ghost[],
  reducers: { ghostsPlanned: (_, { payload }: PayloadAction<readonly Ghost[]>) => [...payload] },
});

export const { ghostsPlanned } = slice.actions;
export const ghostsReducer = slice.reducer;
