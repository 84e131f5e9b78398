// `npm run instruments`: the stand-in instruments alone, on loopback, for a server that is started with
// RADIATRIX_INSTRUMENTS=http://127.0.0.1:<port>. INSTRUMENTS_SEED, INSTRUMENTS_FAULTS and INSTRUMENTS_SPEED say which
// vehicle, what is wrong with it, and how quick a clock it goes by.
import { ensureNodePackages } from './lib/packages.mjs';
import { startInstruments } from './lib/instruments.mjs';
import { say } from './lib/say.mjs';

ensureNodePackages();
const instruments = await startInstruments(Number(process.env.PORT ?? 8470));
say(`The stand-in instruments answer at ${instruments.address}/instruments. Ctrl-C ends them.`);
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => void instruments.stop().then(() => process.exit(0)));
