import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import type { Draft } from './draft.ts';

export const previewed = createAction<readonly Draft[] | null>('preview/previewed');

/**
 * What the action under the pointer or the focus would do; the reach shows it. A plain reducer: a thousand drafts would be
 * frozen one by one under the hand that presses.
 */
export const previewReducer = (
  preview: readonly Draft[] | null = null,
  action: UnknownAction,
): readonly Draft[] | null => (previewed.match(action) ? action.payload : preview);
