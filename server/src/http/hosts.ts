import os from 'node:os';
import { isIP } from 'node:net';
import type { Express, NextFunction, Request, Response } from 'express';
import { doorWords } from '@radiatrix/words/en/door';
import { ProblemError } from './problem.ts';

const named = (text: string | undefined): string[] =>
  (text ?? '')
    .split(',')
    .map((each) => each.trim().toLowerCase())
    .filter(Boolean);

/** Host names that are this machine whatever it is set to. */
const ownNames = (): string[] => {
  const own = os.hostname().toLowerCase();
  return ['localhost', own, `${own}.local`];
};

/**
 * Where requests come through, and under which names. A name that nobody gave this server may be a page elsewhere that
 * points its own name here, and would then speak with it as if it were that page's: it is not answered. Addresses are no
 * names, and are.
 *
 * @param hosts names it is reached under, with commas between (`RADIATRIX_HOSTS`)
 * @param proxy addresses or networks of proxies that may say who asks and how (`RADIATRIX_PROXY`); none where unset
 */
export function knownHosts(app: Express, hosts = process.env.RADIATRIX_HOSTS, proxy = process.env.RADIATRIX_PROXY): void {
  const proxies = named(proxy);
  if (proxies.length > 0) app.set('trust proxy', proxies);
  const known = new Set([...ownNames(), ...named(hosts)]);
  app.use((req: Request, _res: Response, next: NextFunction) => {
    const name = (req.hostname ?? '').toLowerCase().replace(/^\[|\]$/g, '');
    if (known.has(name) || isIP(name) !== 0) return next();
    next(new ProblemError('unknown-host', { detail: doorWords('unknown-host') }));
  });
} // prettier-ignore
