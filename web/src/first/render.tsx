import type { FirstView } from '@radiatrix/contract';
import { renderToString } from 'react-dom/server';
import { createStaticHandler, createStaticRouter, StaticRouterProvider } from 'react-router';
import { api } from '../api/api.ts';
import { Application } from '../app/Application.tsx';
import { framed, matchRoute } from '../app/frame.tsx';
import { shownAmong, shownAs, shownWord } from '../app/settings.ts';
import { makeStore } from '../app/store.ts';
import { layDown } from './view.ts';

const { query, dataRoutes } = createStaticHandler([framed([matchRoute])]);

/**
 * The first view of a Match as the browser would draw it, for the server to send with the page.
 *
 * @param href the address asked for, whole
 * @param cookies of that request: how this reader wants figures and colours
 * @returns the inside of the root, and the word for how it is shown
 */
export async function render(
  href: string,
  view: FirstView,
  cookies: string,
): Promise<{ html: string; shown: string }> {
  const context = await query(new Request(href));
  if (context instanceof Response) throw new Error(`${href} leads elsewhere`);
  const settings = shownAs(shownAmong(cookies));
  const store = makeStore(settings);
  store.dispatch(
    api.util.upsertQueryEntries([{ endpointName: 'session', arg: undefined, value: view.session }]),
  );
  layDown(store, view, new URL(href));
  try {
    const html = renderToString(
      <Application store={store}>
        <StaticRouterProvider
          router={createStaticRouter(dataRoutes, context)}
          context={context}
          hydrate={false}
        />
      </Application>,
    );
    return { html, shown: shownWord(settings) };
  } finally {
    // Nobody reads this store again: what it would keep for a minute is let go.
    store.dispatch(api.util.resetApiState());
  }
}
