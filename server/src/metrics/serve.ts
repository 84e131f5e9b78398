import { createServer, type Server } from 'node:http';
import { AggregatorRegistry } from 'prom-client';

/** Serves the metrics of all processes of this server in Prometheus’s text format, on loopback and a port of their own. */
export function serveMetrics(port: number): Server {
  const all = new AggregatorRegistry();
  return createServer((req, res) => {
    if (req.url !== '/metrics') {
      res.writeHead(404).end();
      return;
    }
    all.clusterMetrics().then(
      (text) => res.writeHead(200, { 'Content-Type': all.contentType }).end(text),
      (error: Error) => res.writeHead(503).end(`${error.message}\n`),
    );
  }).listen(port, '127.0.0.1');
}
