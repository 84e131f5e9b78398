import type { Verdict } from './verdict.ts';

/** One sentence about how two kinds of evidence stand to each other. */
export interface Statement {
  agrees: boolean;
  text: string;
}

const jobs = (count: number): string => (count === 1 ? 'one job' : `${count} jobs`);

/**
 * Whether what is listed, what was measured and what was installed say the same of a part in a vehicle. Nothing is
 * said of a kind of evidence that is not there.
 */
export function agreement(verdict: Verdict): Statement[] {
  const listing = verdict.ledger.find((row) => row.check === 'listed')?.listing;
  const checks = verdict.ledger.filter((row) => row.decisive);
  const failed = checks.filter((row) => row.outcome === 'fail');
  const measured =
    checks.length > 0 && checks.every((row) => row.outcome === 'pass' || row.outcome === 'change');
  const { tried, straightIn, misfits } = verdict;
  const found: Statement[] = [];
  const listed = listing && listing.for.length > 0;
  const denied = listing && listing.against.length > 0;
  if (listed && denied)
    found.push({
      agrees: false,
      text: 'One source lists it for this vehicle and another says that it does not fit.',
    });
  if (listed && failed.length > 0)
    found.push({
      agrees: false,
      text: 'It is listed for this vehicle, and the figures say that it does not go in.',
    });
  if (listed && !denied && measured)
    found.push({ agrees: true, text: 'The listing and every deciding figure.' });
  if (denied && !listed && measured)
    found.push({
      agrees: false,
      text: 'A source says that it does not fit, and every deciding figure says that it does.',
    });
  if (tried > 0 && misfits === 0 && failed.length > 0)
    found.push({
      agrees: false,
      text: `It went in on ${jobs(tried)}, and a figure says that it cannot: that figure is wrong, or the vehicles differ.`,
    });
  if (tried > 0 && misfits === 0 && measured)
    found.push({
      agrees: true,
      text: `The figures and ${jobs(tried)}, ${straightIn} of ${tried} straight in.`,
    });
  if (misfits > 0 && listed)
    found.push({
      agrees: false,
      text: `It is listed, and ${jobs(misfits)} found that it does not fit: the job counts.`,
    });
  if (misfits > 0 && measured)
    found.push({
      agrees: false,
      text: `Every figure says that it fits, and ${jobs(misfits)} found that it does not: something that is not on record decides.`,
    });
  return found;
}
