import { chromium, type Browser } from '@playwright/test';

/** A browser that asks nothing of the network and nothing of a graphics card. */
export const openBrowser = (program: string): Promise<Browser> =>
  chromium.launch({
    executablePath: program,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
