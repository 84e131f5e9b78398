/** How the browser is started for tests, pictures and measurements: no network of its own, no graphics card. */
export const BROWSER_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
