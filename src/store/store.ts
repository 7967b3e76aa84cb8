import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { kitReducer } from './kit';
import { sessionReducer } from './session';

export const listeners = createListenerMiddleware();

export const store = configureStore({
  reducer: { kit: kitReducer, session: sessionReducer },
  middleware: (defaults) =>
    // Only in development. Histories hold up to 200 documents each: walking them would cost seconds an action.
    defaults({
      serializableCheck: { ignoredPaths: ['kit.documents', 'session.checks'], ignoreActions: true },
      immutableCheck: { ignoredPaths: ['kit.documents', 'session.checks'] },
    }).prepend(listeners.middleware),
});

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export type AppThunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
