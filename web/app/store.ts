import { configureStore } from '@reduxjs/toolkit';
import { ghostsReducer } from '../log/ghosts.ts';
import { logReducer } from '../log/logSlice.ts';
import { previewReducer } from '../log/previewSlice.ts';
import { keepPerson, personReducer } from '../person/person.ts';

export const store = configureStore({
  reducer: { log: logReducer, preview: previewReducer, person: personReducer, ghosts: ghostsReducer },
  // walking ten thousand containers after every action would check what the types promise already
  middleware: defaults => defaults({ serializableCheck: false, immutableCheck: false }),
});

// written when the person changed, not with every action: a hover is one
let kept = store.getState().person;
store.subscribe(() => {
  const { person } = store.getState();
  if (person === kept) return;
  kept = person;
  keepPerson(person);
});

export type AppStore = typeof store;
export type RootState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];
export type AppGetState = AppStore['getState'];
