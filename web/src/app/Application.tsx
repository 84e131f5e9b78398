import { StrictMode, type ReactNode } from 'react';
import { Provider } from 'react-redux';
import type { RootState, Store } from './store.ts';

/** What every view stands in, drawn here or by the server. */
export function Application({
  store,
  drawnWith,
  children,
}: {
  store: Store;
  /** The state that the server drew the page with; where this browser's differs, it is taken up right after. */
  drawnWith?: RootState | undefined;
  children: ReactNode;
}) {
  return (
    <StrictMode>
      <Provider store={store} {...(drawnWith ? { serverState: drawnWith } : {})}>
        {children}
      </Provider>
    </StrictMode>
  );
}
