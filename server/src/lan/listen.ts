import { createServer as createPlain, type RequestListener, type Server } from 'node:http';
import { createServer as createSecure } from 'node:https';
import os from 'node:os';
import { authority, serverPair } from './certificates.ts';
import { trustPage } from './trust-page.ts';

/** Addresses of this machine in the shop's network, IPv4. */
export const shopAddresses = (): string[] =>
  Object.values(os.networkInterfaces()).flatMap((each) =>
    (each ?? []).flatMap(({ family, internal, address }) =>
      family === 'IPv4' && !internal ? [address] : [],
    ),
  );

export interface Lan {
  /** Where the authority and the certificate are kept. */
  folder: string;
  host: string;
  /** HTTPS; one more serves the page that says how a phone trusts it, over plain HTTP. */
  port: number;
}

/** Where phones reach this server, for codes that are scanned; null where it is for its own machine alone. */
export function lanAddress(): string | null {
  const [address] = process.env.RADIATRIX_LAN ? shopAddresses() : [];
  return address ? `https://${address}:${process.env.RADIATRIX_LAN_PORT ?? LAN_PORT}` : null;
}
export const LAN_PORT = 8443;

/** The port where a phone fetches the certificate before it can trust anything else here. */
export const trustPort = (port: number): number => port + 1;

/**
 * Serves the application over HTTPS in the shop's network, and over plain HTTP nothing but how to trust it: a service
 * worker, the camera and a screen that stays awake want a secure context.
 */
export function listenInShop({ folder, host, port }: Lan, app: RequestListener): Server[] {
  const pair = serverPair(folder, shopAddresses());
  const secure = createSecure({ key: pair.key, cert: pair.cert, minVersion: 'TLSv1.2' }, app).listen(port, host);
  const { cert } = authority(folder);
  const plain = createPlain((req, res) => {
    const to = `https://${(req.headers.host ?? host).replace(/:\d+$/, '')}:${port}`;
    if (req.url === '/radiatrix.crt') {
      res.writeHead(200, { 'Content-Type': 'application/x-x509-ca-cert', 'Content-Disposition': 'attachment; filename="radiatrix.crt"' });
      res.end(cert);
      return;
    }
    res.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8', 'Cache-Control': 'no-store' });
    res.end(trustPage(to));
  }).listen(trustPort(port), host);
  return [secure, plain];
} // prettier-ignore
