import { accountOf, isCooling, readStrength, settleWith, strengthOf, type Account, type Amount, type Opening, type Settled } from '../coolant/index.ts'; // prettier-ignore
import { combined } from '../figures/index.ts';
import type { JobState } from '../job/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** What the vehicle's record says of its coolant. */
export interface CoolantRecord {
  capacity: Amount | null;
  change: Amount;
}

/** What the account of a job begins with; undefined while nobody opened it, or nobody knows what the system holds. */
export function openingOf(
  record: CoolantRecord,
  account: JobState['account'],
  practice: Practice = USUAL_PRACTICE,
): Opening | undefined {
  if (!account) return undefined;
  const held =
    account.capacityL !== null
      ? { value: account.capacityL, u: practice.capacityOff * account.capacityL }
      : record.capacity;
  if (!held) return undefined;
  return {
    capacity: {
      value: held.value + account.extraL,
      u: combined(held.u, practice.capacityOff * account.extraL),
    },
    change: record.change,
    arrival: account.arrival,
    lowL: account.lowL,
    strength: account.strength === null ? null : { value: account.strength, u: practice.strengthSaid },
    base: account.base,
  };
}

export interface JobAccount {
  opening: Opening;
  account: Account;
  /** The last strength that was read, held against the account; undefined where none was, or none could be. */
  settled: Settled | undefined;
  /** What to reckon with: account and reading together. */
  strength: Amount;
  /** Whether it was filled since it was drained or flushed last: before that nothing is missing that should be there. */
  filled: boolean;
}

/** The coolant account of a job as its events tell it. */
export function accountOfJob(
  record: CoolantRecord,
  state: Pick<JobState, 'account' | 'moves' | 'strengths'>,
  practice: Practice = USUAL_PRACTICE,
): JobAccount | undefined {
  const opening = openingOf(record, state.account, practice);
  if (!opening) return undefined;
  const account = accountOf(opening, state.moves, practice);
  // What is let out while it is filled or bled is spilt; what is let out before that is a drain.
  const cooling = state.moves.filter(({ liquid }) => isCooling(liquid));
  const drained = cooling.findLastIndex(({ stage }) => stage === 'remove' || stage === 'flush');
  const filled = cooling.some(({ way, stage }, at) => at > drained && way === 'in' && stage !== 'flush');
  const last = state.strengths.at(-1);
  const read = last && readStrength(last, last.of);
  // A reading is of what was inside then: what went in or out since has changed it.
  const since = last && state.moves.some((move) => Date.parse(move.at) > Date.parse(last.at));
  if (!read?.ok || since) return { opening, account, settled: undefined, strength: account.strength, filled };
  const poured = state.moves.filter(({ way, stage }) => way === 'in' && stage !== 'flush');
  const litres = poured.reduce((sum, move) => sum + move.litres, 0);
  const before = account.course[state.moves.indexOf(poured[0]!) - 1]?.strength;
  const settled = settleWith(
    account,
    read.strength,
    litres > 0 && before !== undefined
      ? {
          litres,
          strength: poured.reduce((sum, move) => sum + move.litres * strengthOf(move, before), 0) / litres,
          stayedStrength: before,
        }
      : undefined,
  );
  return { opening, account, settled, strength: settled.strength, filled };
}
