import cluster from 'node:cluster';
import type { RequestHandler } from 'express';
import { AggregatorRegistry, Gauge, Histogram, collectDefaultMetrics } from 'prom-client';
import type { Connection } from '../db/client.ts';

const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30];

/** Begun once a process; more than one application in it, as in tests, share them. */
let requests: Histogram<'route' | 'method' | 'status'> | undefined;

/**
 * Measures what is asked of this process, by the id of the address and not by the address itself: those hold what somebody
 * searched for.
 */
export function measured({ pool }: Pick<Connection, 'pool'>): RequestHandler {
  if (!requests) {
    collectDefaultMetrics();
    // A process that answers hands its figures over when the first process asks for them.
    if (cluster.isWorker) new AggregatorRegistry();
    requests = new Histogram({
      name: 'radiatrix_request_seconds',
      help: 'Answering time',
      labelNames: ['route', 'method', 'status'],
      buckets: SECONDS,
    });
    new Gauge({
      name: 'radiatrix_database_connections',
      help: 'Database connections',
      labelNames: ['state'],
      collect() {
        this.set({ state: 'busy' }, pool.totalCount - pool.idleCount);
        this.set({ state: 'idle' }, pool.idleCount);
        this.set({ state: 'asked for' }, pool.waitingCount);
      },
    });
  }
  const histogram = requests;
  return (req, res, next) => {
    const end = histogram.startTimer();
    res.on('finish', () => {
      const route =
        (res.locals.route as string | undefined) ?? (req.path.startsWith('/api') ? 'other' : 'page');
      end({ route, method: req.method, status: String(res.statusCode) });
    });
    next();
  };
}
