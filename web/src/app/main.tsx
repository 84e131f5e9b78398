import './styles.css';
import { createRoot, hydrateRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import type { FirstView } from '@radiatrix/contract';
import { api } from '../api/api.ts';
import { FIRST_VIEW_ID, layDown } from '../first/view.ts';
import { registerWorker } from '../offline/worker.ts';
import { matchAsked } from './addresses.ts';
import { Application } from './Application.tsx';
import { dropEarly, settled } from './early.ts';
import { router } from './router.tsx';
import { keepShown, shownAs } from './settings.ts';
import { store, type RootState } from './store.ts';

const root = document.getElementById('root')!;
const asked = store.dispatch(api.endpoints.session.initiate());

/** What the server drew this page from, where it did, and for whoever is there now. */
function drawn(): FirstView | undefined {
  const held = document.getElementById(FIRST_VIEW_ID);
  if (!held) return undefined;
  held.remove();
  const view = JSON.parse(held.textContent) as FirstView;
  const now = api.endpoints.session.select()(store.getState()).data?.person;
  return now?.id === view.session.person!.id ? view : undefined;
}

/** A page that came without its view: what that asks for is on its way (see early.js), and it is drawn once, when it is there. */
async function draw(): Promise<void> {
  const first: PromiseLike<unknown>[] = [asked];
  const [, vehicle, matching] = /^\/v\/(\d+)(\/match)?/.exec(location.pathname) ?? [];
  if (vehicle) first.push(store.dispatch(api.endpoints.vehicle.initiate(Number(vehicle))));
  if (vehicle && matching)
    first.push(
      store.dispatch(
        api.endpoints.match.initiate(matchAsked(Number(vehicle), new URLSearchParams(location.search))),
      ),
    );
  // A move under the vehicle waits for nobody: what the phone keeps is there.
  if (!/\/(run|record)$/.test(location.pathname)) await settled(first);
  createRoot(root).render(
    <Application store={store}>
      <RouterProvider router={router} />
    </Application>,
  );
}

/** Takes over what the server drew, with the same data; where this browser wants it otherwise, it changes right after. */
function takeOver(view: FirstView): void {
  layDown(store, view, location);
  const state: RootState = store.getState();
  hydrateRoot(
    root,
    <Application
      store={store}
      drawnWith={{ ...state, settings: shownAs(document.documentElement.dataset.drawn ?? '') }}
    >
      <RouterProvider router={router} />
    </Application>,
  );
}

async function begin(): Promise<void> {
  if (document.getElementById(FIRST_VIEW_ID)) await settled([asked]);
  const view = drawn();
  if (view) takeOver(view);
  else await draw();
  dropEarly();
  keepShown(store.getState().settings);
  registerWorker();
}
void begin();
