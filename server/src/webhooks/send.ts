import { createHmac } from 'node:crypto';
import dns from 'node:dns';
import http from 'node:http';
import https from 'node:https';
import { BlockList, isIP, type LookupFunction } from 'node:net';
import type { WebhookProblem } from '@radiatrix/contract';

/** Reached only where an administrator has said that the host lies inside: RFC 1918, loopback, RFC 4193, RFC 6598. */
const INSIDE = new BlockList();
for (const [net, bits] of [['10.0.0.0', 8], ['172.16.0.0', 12], ['192.168.0.0', 16], ['127.0.0.0', 8], ['100.64.0.0', 10]] as const)
  INSIDE.addSubnet(net, bits, 'ipv4'); // prettier-ignore
INSIDE.addAddress('::1', 'ipv6');
INSIDE.addSubnet('fc00::', 7, 'ipv6');
/** Reached by nobody: no host, one link, many hosts, reserved, or a way round the list above (RFC 6890, RFC 3056, RFC 6052). */
const NEVER = new BlockList();
for (const [net, bits] of [['0.0.0.0', 8], ['169.254.0.0', 16], ['192.0.0.0', 24], ['198.18.0.0', 15], ['224.0.0.0', 4], ['240.0.0.0', 4]] as const)
  NEVER.addSubnet(net, bits, 'ipv4'); // prettier-ignore
for (const [net, bits] of [['::', 128], ['fe80::', 10], ['ff00::', 8], ['2002::', 16], ['64:ff9b::', 96]] as const)
  NEVER.addSubnet(net, bits, 'ipv6'); // prettier-ignore

/** Whether a message may go to an address. @param inside an administrator has said that the host lies in the shop's network */
export function mayReach(address: string, inside: boolean): boolean {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1];
  if (mapped) return mayReach(mapped, inside);
  const version = isIP(address);
  if (version === 0) return false;
  const family = version === 6 ? 'ipv6' : 'ipv4';
  return !NEVER.check(address, family) && (inside || !INSIDE.check(address, family));
}

class Unreachable extends Error {
  override readonly name = 'Unreachable';
}

/** Looks a host up and refuses where it points to: the address that is checked is the one that is called. */
const guarded =
  (inside: boolean): LookupFunction =>
  (host, options, done) => {
    dns.lookup(host, { ...options, all: true }, (error, found) => {
      if (error) return done(error, '', 0);
      const refused = found.find(({ address }) => !mayReach(address, inside));
      if (refused || found.length === 0) return done(new Unreachable(), '', 0);
      if (options.all) done(null, found);
      else done(null, found[0]!.address, found[0]!.family);
    });
  };

/** The secret of a webhook as it is handed out: 24 random bytes or more, in base64 behind a mark. */
export const SECRET_MARK = 'whsec_';

/**
 * The signature of a message as the open specification “Standard Webhooks” has it: HMAC-SHA256 over id, time and body, so
 * that none of them can be changed and an old message cannot be sent again as a new one.
 */
export const signature = (secret: string, id: string, seconds: number, body: string): string =>
  `v1,${createHmac('sha256', Buffer.from(secret.slice(SECRET_MARK.length), 'base64'))
    .update(`${id}.${seconds}.${body}`)
    .digest('base64')}`;

const ANSWER_MS = 10_000;
const late = (): Error => Object.assign(new Error('no answer'), { code: 'ETIMEDOUT' });

export interface Sent {
  status: number | null;
  problem: WebhookProblem | null;
}

const OF_ERROR: Readonly<Record<string, WebhookProblem>> = {
  ENOTFOUND: 'no-host', EAI_AGAIN: 'no-host', ECONNREFUSED: 'refused', EHOSTUNREACH: 'refused', ENETUNREACH: 'refused', ETIMEDOUT: 'no-answer',
}; // prettier-ignore
/** Why a request came to nothing, by the code of its error. */
function problemOf(error: NodeJS.ErrnoException): WebhookProblem {
  if (error instanceof Unreachable) return 'inside';
  const code = error.code ?? '';
  return OF_ERROR[code] ?? (/CERT|SELF_SIGNED|UNABLE_TO|ALTNAME/.test(code) ? 'certificate' : 'broken');
}
const ofStatus = (status: number): WebhookProblem | null =>
  status >= 200 && status < 300 ? null : status >= 300 && status < 400 ? 'redirect' : 'status';

/** Posts a message. Redirects are not followed, answers not read, and 2xx alone counts as taken. */
export function send(
  { url, inside, secret }: { url: string; inside: boolean; secret: string },
  message: { id: string; body: string },
  now = new Date(),
): Promise<Sent> {
  const at = new URL(url);
  const seconds = Math.floor(now.getTime() / 1000);
  // A host that is an address is never looked up.
  const literal = at.hostname.replace(/^\[|\]$/g, '');
  if (isIP(literal) !== 0 && !mayReach(literal, inside))
    return Promise.resolve({ status: null, problem: 'inside' });
  return new Promise((resolve) => {
    const request = (at.protocol === 'https:' ? https : http).request(
      at,
      {
        method: 'POST',
        lookup: guarded(inside),
        agent: false,
        timeout: ANSWER_MS,
        headers: {
          'content-type': 'application/json',
          'content-length': Buffer.byteLength(message.body),
          'user-agent': 'Radiatrix',
          'webhook-id': message.id,
          'webhook-timestamp': String(seconds),
          'webhook-signature': signature(secret, message.id, seconds, message.body),
        },
      },
      (answer) => {
        const status = answer.statusCode ?? 0;
        answer.destroy();
        clearTimeout(whole);
        resolve({ status, problem: ofStatus(status) });
      },
    );
    // An answer that comes in drops keeps a socket busy for ever; this does not.
    const whole = setTimeout(() => request.destroy(late()), ANSWER_MS);
    request.on('timeout', () => request.destroy(late()));
    request.on('error', (error) => {
      clearTimeout(whole);
      resolve({ status: null, problem: problemOf(error) });
    });
    request.end(message.body);
  });
}
