import type { Instruments, StandInAct } from '@radiatrix/contract';
import { ProblemError } from '../http/problem.ts';

const SOON_MS = 5000;
/** Where the instruments of this shop answer; unset where there are none. */
export const instrumentsAddress = (): string | undefined => process.env.RADIATRIX_INSTRUMENTS || undefined;
const NONE: Instruments = { instruments: [], standIn: null };

async function asked(path: string, init?: RequestInit): Promise<Instruments> {
  const base = instrumentsAddress();
  if (!base) return NONE;
  try {
    const reply = await fetch(base + path, { ...init, signal: AbortSignal.timeout(SOON_MS) });
    if (reply.ok) return (await reply.json()) as Instruments;
  } catch {
    // Nobody answers there: to whoever asks it is as if there were none.
  }
  if (init) throw new ProblemError('not-found', { detail: 'The instruments do not answer.' });
  return NONE;
}

export const reachInstruments = (): Promise<Instruments> => asked('/instruments');
export async function actOnStandIn(act: StandInAct): Promise<Instruments> {
  if (!instrumentsAddress()) throw new ProblemError('not-found', { detail: 'No stand-in instruments run beside this server.' });
  return asked('/stand-in', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(act) });
} // prettier-ignore
