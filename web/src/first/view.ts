import type { FirstView } from '@radiatrix/contract';
import { api } from '../api/api.ts';
import { matchAsked } from '../app/addresses.ts';
import type { Store } from '../app/store.ts';

/** The element that holds it, as JSON. */
export const FIRST_VIEW_ID = 'first-view';

/** Lays it into a store, as if that had asked for it: who is there is asked on its own. */
export function layDown(store: Store, view: FirstView, address: { pathname: string; search: string }): void {
  const id = Number(/^\/v\/(\d+)/.exec(address.pathname)![1]);
  store.dispatch(
    api.util.upsertQueryEntries([
      { endpointName: 'vehicle', arg: id, value: view.vehicle },
      {
        endpointName: 'match',
        arg: matchAsked(id, new URLSearchParams(address.search)),
        value: view.match,
      },
      ...(view.review ? [{ endpointName: 'review' as const, arg: undefined, value: view.review }] : []),
    ]),
  );
}
