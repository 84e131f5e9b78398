import { X509Certificate } from 'node:crypto';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { get as getPlain } from 'node:http';
import { get } from 'node:https';
import os from 'node:os';
import path from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { authority, serverPair } from '../src/lan/certificates.ts';
import { listenInShop, trustPort } from '../src/lan/listen.ts';

const folder = mkdtempSync(path.join(os.tmpdir(), 'radiatrix-lan-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const read = (how: typeof get, url: string, ca?: string): Promise<{ status: number; text: string }> =>
  new Promise((resolve, reject) => {
    how(url, { ca }, (answer) => {
      let text = '';
      answer.on('data', (piece) => (text += String(piece)));
      answer.on('end', () => resolve({ status: answer.statusCode!, text }));
    }).on('error', reject);
  });

test('a shop has an authority of its own, made once and kept to itself; its server is renewed when its addresses change', () => {
  const first = serverPair(folder, ['192.0.2.7']);
  const { cert, key } = authority(folder);
  const [root, own] = [new X509Certificate(cert), new X509Certificate(first.cert)];
  expect(root.ca).toBe(true);
  expect(own.verify(root.publicKey) && own.checkIP('192.0.2.7') && own.checkIP('127.0.0.1')).toBeTruthy();
  // What browsers take of a server at most (CA/Browser Forum baseline requirements: 398 days, from memory).
  expect((Date.parse(own.validTo) - Date.parse(own.validFrom)) / 86_400_000).toBeLessThan(398);
  expect(serverPair(folder, ['192.0.2.7'])).toEqual(first);
  expect(serverPair(folder, ['192.0.2.8']).cert).not.toBe(first.cert);
  expect(authority(folder)).toEqual({ cert, key });
  expect(statSync(path.join(folder, 'authority.key')).mode & 0o077).toBe(0);
}, 60_000);

test('answers over HTTPS to whoever trusts it, and over plain HTTP with how to trust it and nothing else', async () => {
  const port = 39_443;
  const servers = listenInShop({ folder, host: '127.0.0.1', port }, (req, res) => res.end(`app ${req.url}`));
  try {
    await Promise.all(servers.map((each) => new Promise((done) => (each.listening ? done(null) : each.once('listening', done)))));
    const { cert } = authority(folder);
    expect((await read(get, `https://127.0.0.1:${port}/api/health`, cert)).text).toBe('app /api/health');
    await expect(read(get, `https://127.0.0.1:${port}/`)).rejects.toThrow(/self-signed|unable to (get|verify)/);
    const page = await read(getPlain as typeof get, `http://127.0.0.1:${trustPort(port)}/api/session`);
    expect(page.text).toMatch(`https://127.0.0.1:${port}`);
    expect(page.text).not.toMatch(/^app/);
    expect((await read(getPlain as typeof get, `http://127.0.0.1:${trustPort(port)}/radiatrix.crt`)).text).toBe(cert);
  } finally {
    for (const each of servers) each.close();
  }
}); // prettier-ignore
