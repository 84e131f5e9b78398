import type { TransferLine } from '@radiatrix/core/fitment';
import { transferText, transferThing } from '@radiatrix/words/transfer';

const HEADS = [
  ['moves', 'Moves over'],
  ['new', 'Needed new'],
  ['no place', 'No place on the new one'],
  ['look', 'Look'],
] as const;

/** What sits on the old part and has to be on the new one. */
export function Transfers({ lines }: { lines: readonly TransferLine[] }) {
  return HEADS.map(([becomes, head]) => {
    const own = lines.filter((each) => each.becomes === becomes);
    if (own.length === 0) return null;
    return (
      <div key={becomes} className="grid grid-cols-[112px_1fr] gap-3 py-1">
        <dt className={`font-label text-[16px] leading-tight font-semibold ${becomes === 'no place' ? 'text-no' : becomes === 'look' ? 'text-changes' : ''}`}>{head}</dt>
        <dd>
          {own.map((line) => (
            <p key={line.code} className="leading-snug">
              <strong className="font-medium">{transferThing(line)}</strong>
              {transferText(line) && <span className="text-muted">: {transferText(line)}</span>}
            </p>
          ))}
        </dd>
      </div>
    );
  });
} // prettier-ignore
