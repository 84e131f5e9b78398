import { chromium, type Browser } from '@playwright/test';
import { BROWSER_ARGS } from '../tools/lib/browser-args.mts';

/** A browser that asks nothing of the network and nothing of a graphics card. */
export const openBrowser = (program: string): Promise<Browser> =>
  chromium.launch({
    executablePath: program,
    args: BROWSER_ARGS,
  });
