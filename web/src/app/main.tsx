import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { api } from '../api/api.ts';
import { matchAsked } from './addresses.ts';
import { dropEarly, settled } from './early.ts';
import { router } from './router.tsx';
import { registerWorker } from '../offline/worker.ts';
import { store } from './store.ts';

// What the first view asks for is on its way (see early.js); it is drawn once, when it is there, not first without.
const first: PromiseLike<unknown>[] = [store.dispatch(api.endpoints.session.initiate())];
const [, vehicle, matching] = /^\/v\/(\d+)(\/match)?/.exec(location.pathname) ?? [];
if (vehicle) first.push(store.dispatch(api.endpoints.vehicle.initiate(Number(vehicle))));
if (vehicle && matching)
  first.push(
    store.dispatch(
      api.endpoints.match.initiate(matchAsked(Number(vehicle), new URLSearchParams(location.search))),
    ),
  );

// A move under the vehicle waits for nobody: what the phone keeps is there.
void (location.pathname.endsWith('/run') ? Promise.resolve() : settled(first)).then(() => {
  dropEarly();
  createRoot(document.getElementById('root')!).render(
    <StrictMode>
      <Provider store={store}>
        <RouterProvider router={router} />
      </Provider>
    </StrictMode>,
  );
  registerWorker();
});
