import { configureStore } from '@reduxjs/toolkit';
import { ghostsReducer } from '../areas/store/ghosts.ts';
import { logReducer } from '../log/logSlice.ts';
import { previewReducer } from '../log/previewSlice.ts';
import { keepPerson, personReducer } from '../person/person.ts';

export const store = configureStore({
  reducer: { log: logReducer, preview: previewReducer, person: personReducer, ghosts: ghostsReducer },
  // walking ten thousand containers after every action would check what the types promise already
  middleware: defaults => defaults({ serializableCheck: false, immutableCheck: false }),
});

store.subscribe(() => keepPerson(store.getState().person));

export type AppStore = typeof store;
export type RootState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];
export type AppGetState = AppStore['getState'];
