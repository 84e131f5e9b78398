import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../api/api.ts';
import { session } from '../session/slice.ts';
import { keepSettings, settings, type Settings } from './settings.ts';

/** A store for one reader; the server makes one for each page it draws, with how that reader wants it. */
export const makeStore = (shown?: Settings) =>
  configureStore({
    reducer: { settings, session, [api.reducerPath]: api.reducer },
    middleware: (build) => build({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
    ...(shown ? { preloadedState: { settings: shown } } : {}),
  });
export type Store = ReturnType<typeof makeStore>;

/** This browser's own. */
export const store = makeStore();

let kept = store.getState().settings;
store.subscribe(() => {
  const now = store.getState().settings;
  if (now !== kept) keepSettings((kept = now));
});

export type RootState = ReturnType<Store['getState']>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
export const useUnits = () => useAppSelector((state) => state.settings.units);
