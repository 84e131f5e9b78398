import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../api/api.ts';
import { session } from '../session/slice.ts';
import { keepSettings, settings } from './settings.ts';

export const store = configureStore({
  reducer: { settings, session, [api.reducerPath]: api.reducer },
  middleware: (build) => build({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
});

let kept = store.getState().settings;
store.subscribe(() => {
  const now = store.getState().settings;
  if (now !== kept) keepSettings((kept = now));
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
export const useUnits = () => useAppSelector((state) => state.settings.units);
