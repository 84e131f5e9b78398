import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { api } from '../api/api.ts';
import { router } from './router.tsx';
import { store } from './store.ts';

// What the first view will ask for is asked for now, beside the question who is there, not after it.
void store.dispatch(api.endpoints.session.initiate());
const matched = /^\/v\/(\d+)\/match/.exec(location.pathname)?.[1];
if (matched) {
  const asked = new URLSearchParams(location.search);
  const number = (key: string): number | undefined => Number(asked.get(key)) || undefined;
  void store.dispatch(
    api.endpoints.match.initiate({
      id: Number(matched),
      job: number('job'),
      passAt: number('pass'),
      failAt: number('fail'),
    }),
  );
  void store.dispatch(api.endpoints.vehicle.initiate(Number(matched)));
}

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
