import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Express, Request, RequestHandler } from 'express';
import { PART_KINDS } from '@radiatrix/core/figures';
import { canEdit, type FirstView, type MatchResult, type ReviewLine, type VehicleRecord } from '@radiatrix/contract'; // prettier-ignore
import type { Connection, Database } from '../db/client.ts';
import { Handles } from '../db/handles.ts';
import { sessionState } from '../people/routes.ts';
import { problemOf } from './problem.ts';
import type { Read } from './route.ts';

/** The interface as it is built for this server: draws a view, and says how it is shown. */
interface Renderer {
  render(href: string, view: FirstView, cookies: string): Promise<{ html: string; shown: string }>;
}

/** A view that takes longer is not waited for: the page comes without, and the browser draws it. */
const PATIENCE_MS = 1500;

/** Markup must not end in the middle of what is only data. */
const asData = (view: FirstView): string => JSON.stringify(view).replaceAll('<', '\\u003c');

/** The pieces of the application that the page names to be fetched. */
const PRELOAD = /\s*<link rel="modulepreload"[^>]*>/g;

/** What a Match may be asked with: by its name in the address of the page, and in that of its data. */
const ASKED = [
  ['job', 'job'],
  ['pass', 'passAt'],
  ['fail', 'failAt'],
] as const;
const addressOf = (req: Request): URL => new URL(req.originalUrl, 'http://radiatrix.invalid');

/** What the view of one vehicle shows whoever asks; undefined where nobody is signed in to see it. */
async function viewFor(req: Request, db: Database, read: Read): Promise<FirstView | undefined> {
  const session = await sessionState(req, db);
  if (!session.person) return undefined;
  const params = { id: String(req.params.id) };
  // Read as the browser reads it: of what is given twice the first counts, what is no number does not.
  const { searchParams } = addressOf(req);
  const given = ASKED.map(([name, field]): [string, string] => [
    field,
    String(Number(searchParams.get(name))),
  ]);
  const kind = PART_KINDS.find((each) => each === searchParams.get('kind'));
  const [vehicle, match, review] = await Promise.all([
    read(req, db, 'vehicle', { params, query: {} }),
    read(req, db, 'match', {
      params,
      query: { ...Object.fromEntries(given.filter(([, value]) => Number(value))), ...(kind ? { kind } : {}) },
    }),
    canEdit(session.person.role) ? read(req, db, 'review', { params: {}, query: {} }) : null,
  ]);
  return {
    // The token of writes is asked for by the script that writes: no page carries it.
    session: { ...session, csrfToken: '' },
    vehicle: { record: JSON.parse(vehicle.json) as VehicleRecord, etag: `"${vehicle.etag}"` },
    match: JSON.parse(match.json) as MatchResult,
    review: review && (JSON.parse(review.json) as ReviewLine[]),
  };
}

/**
 * The first view of a Match, drawn here and sent with the page: it is seen before the script that it takes to use it has
 * run. The browser takes it over as it stands, with the same data. Whatever goes wrong, the page comes without.
 */
export async function mountFirstViews(
  app: Express,
  connection: Connection,
  { webFolder, session, read }: { webFolder: string; session: RequestHandler; read: Read },
): Promise<void> {
  const built = path.join(webFolder, '.first/render.js');
  if (!existsSync(built)) return;
  const { render } = (await import(pathToFileURL(built).href)) as Renderer;
  const [before, after] = readFileSync(path.join(webFolder, 'index.html'), 'utf8').split(
    '<div id="root"></div>',
  );
  // What it takes to use the page is fetched after what it takes to see it.
  const drawnHead = before!.replaceAll(PRELOAD, '');
  const preloads = (before!.match(PRELOAD) ?? []).join('').replaceAll('<link', '<link fetchpriority="low"');
  const handles = new Handles(connection);

  // Without a session store there is nobody to draw for, and still a page.
  const known: RequestHandler = (req, res, next) =>
    void session(req, res, (error?: unknown) => next(error ? 'route' : undefined));
  app.get('/v/:id/match', known, (req, res, next) => {
    void handles.use(async ({ db, cancel }) => {
      let underWay = true;
      res.on('close', () => {
        if (underWay && !res.writableFinished) cancel();
      });
      const late = new Promise<undefined>((resolve) =>
        setTimeout(() => resolve(undefined), PATIENCE_MS).unref(),
      );
      try {
        const view = await Promise.race([viewFor(req, db, read), late]);
        if (!view) {
          cancel();
          return next();
        }
        const { html, shown } = await render(addressOf(req).href, view, req.get('cookie') ?? '');
        res.setHeader('Cache-Control', 'no-store');
        res
          .type('html')
          .send(
            `${drawnHead.replace('<html', `<html data-drawn="${shown}"`)}<div id="root">${html}</div>` +
              `<script type="application/json" id="first-view">${asData(view)}</script>${preloads}${after}`,
          );
      } catch (error) {
        // Not signed in for it, not there, or broken: the browser asks again, and says so in its own way.
        if (problemOf(error).code === 'internal') req.log.error({ err: error }, 'first view not drawn');
        next();
      } finally {
        underWay = false;
      }
    });
  });
}
