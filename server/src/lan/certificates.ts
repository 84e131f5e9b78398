import { X509Certificate, generateKeyPairSync, randomBytes } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import forge from 'node-forge';

const DAY_MS = 86_400_000;
/** A phone trusts it once; it is made anew by hand. */
const AUTHORITY_DAYS = 3650;
/** Browsers take no certificate of a server that lasts longer than about 13 months. */
const SERVER_DAYS = 390;
const RENEW_DAYS = 30;
const BITS = 2048;

export interface Pair {
  key: string;
  cert: string;
}

function keys(): { publicKey: forge.pki.rsa.PublicKey; privateKey: forge.pki.rsa.PrivateKey } {
  const { publicKey, privateKey } = generateKeyPairSync('rsa', {
    modulusLength: BITS,
    publicKeyEncoding: { type: 'spki', format: 'pem' },
    privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
  });
  return {
    publicKey: forge.pki.publicKeyFromPem(publicKey) as forge.pki.rsa.PublicKey,
    privateKey: forge.pki.privateKeyFromPem(privateKey) as forge.pki.rsa.PrivateKey,
  };
}

interface Made {
  subject: string;
  days: number;
  extensions: object[];
  signer?: Pair;
}

function made({ subject, days, extensions, signer }: Made): Pair {
  const { publicKey, privateKey } = keys();
  const cert = forge.pki.createCertificate();
  cert.publicKey = publicKey;
  // Positive, and never given out twice.
  cert.serialNumber = `01${randomBytes(15).toString('hex')}`;
  cert.validity.notBefore = new Date(Date.now() - DAY_MS);
  cert.validity.notAfter = new Date(Date.now() + days * DAY_MS);
  const name = [
    { name: 'commonName', value: subject },
    { name: 'organizationName', value: 'Radiatrix' },
  ];
  cert.setSubject(name);
  cert.setIssuer(signer ? forge.pki.certificateFromPem(signer.cert).subject.attributes : name);
  cert.setExtensions(extensions);
  cert.sign(
    signer ? (forge.pki.privateKeyFromPem(signer.key) as forge.pki.rsa.PrivateKey) : privateKey,
    forge.md.sha256.create(),
  );
  return { key: forge.pki.privateKeyToPem(privateKey), cert: forge.pki.certificateToPem(cert) };
}

const held = (folder: string, name: string): Pair | undefined => {
  const [key, cert] = [path.join(folder, `${name}.key`), path.join(folder, `${name}.crt`)];
  return existsSync(key) && existsSync(cert)
    ? { key: readFileSync(key, 'utf8'), cert: readFileSync(cert, 'utf8') }
    : undefined;
};
function keep(folder: string, name: string, pair: Pair): Pair {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(path.join(folder, `${name}.key`), pair.key, { mode: 0o600 });
  chmodSync(path.join(folder, `${name}.key`), 0o600);
  writeFileSync(path.join(folder, `${name}.crt`), pair.cert);
  return pair;
}

/** The shop's own certificate authority: made once, its key never leaves this machine. */
export function authority(folder: string): Pair {
  return (
    held(folder, 'authority') ??
    keep(
      folder,
      'authority',
      made({
        subject: 'Radiatrix, this shop',
        days: AUTHORITY_DAYS,
        extensions: [
          { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
          { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
          { name: 'subjectKeyIdentifier' },
        ],
      }),
    )
  );
}

/** Whether a certificate holds for these addresses, and for a while yet. */
function holds({ cert }: Pair, addresses: readonly string[], signer: Pair): boolean {
  const own = new X509Certificate(cert);
  const until = Date.parse(own.validTo);
  return (
    until > Date.now() + RENEW_DAYS * DAY_MS &&
    addresses.every((address) => own.checkIP(address) !== undefined) &&
    own.verify(new X509Certificate(signer.cert).publicKey)
  );
}

/** A certificate for the addresses that this machine has in the shop, made anew when they change or it runs out. */
export function serverPair(folder: string, addresses: readonly string[]): Pair {
  const signer = authority(folder);
  const before = held(folder, 'server');
  if (before && holds(before, addresses, signer)) return before;
  return keep(
    folder,
    'server',
    made({
      subject: addresses[0] ?? 'localhost',
      days: SERVER_DAYS,
      signer,
      extensions: [
        { name: 'basicConstraints', cA: false },
        { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, critical: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: [
            { type: 2, value: 'localhost' },
            ...['127.0.0.1', ...addresses].map((ip) => ({ type: 7, ip })),
          ],
        },
      ],
    }),
  );
}
