import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { kitReducer } from './kit';
import { sessionReducer } from './session';

export const listeners = createListenerMiddleware();

/**
 * What the checks of development leave out: histories hold up to 200 documents each, and walking them would cost
 * seconds an action.
 */
const LARGE = ['kit.documents', 'session.checks', 'session.delivery'];

export const store = configureStore({
  reducer: { kit: kitReducer, session: sessionReducer },
  middleware: (defaults) =>
    defaults({
      serializableCheck: { ignoredPaths: LARGE, ignoreActions: true },
      immutableCheck: { ignoredPaths: LARGE },
    }).prepend(listeners.middleware),
});

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export type AppThunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
