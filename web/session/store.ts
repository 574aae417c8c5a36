import { configureStore } from '@reduxjs/toolkit';
import { keepPerson, personReducer } from '../person/person.ts';
import { ghostsReducer } from './ghosts.ts';
import { logReducer } from './logSlice.ts';
import { previewReducer } from './previewSlice.ts';

/** What a session knows: the log, what is under the hand, the person, what a plan would buy. */
export function createStore() {
  const store = configureStore({
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
  return store;
}

export type AppStore = ReturnType<typeof createStore>;
export type RootState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];
