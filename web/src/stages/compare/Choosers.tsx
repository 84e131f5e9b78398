import { Link } from 'react-router';
import type { Candidate } from '@radiatrix/contract';
import { VERDICTS } from '@radiatrix/core/fit';
import { verdictName } from '@radiatrix/words/fit';
import { compareWords } from '@radiatrix/words/en/compare';
import type { Asked } from './address.ts';
import type { PartKey } from './sides.ts';

const KINDS = [
  ['radiator', 'r'],
  ['fan', 'f'],
  ['shroud', 's'],
  ['kit', 'k'],
] as const;
/** A controller kit goes in; where one comes off, its fan does. */
const onSide = (side: 'o' | 'n', kind: string, candidates: readonly Candidate[]): boolean =>
  kind !== 'kit' || (side === 'n' && candidates.some((each) => each.kind === 'kit'));

/** Old and new, part by part. */
export function Choosers({
  asked,
  borrowed,
  candidates,
  change,
}: {
  asked: Asked;
  /** Stands there because something has to: nobody chose it, and no job knows it. */
  borrowed: readonly PartKey[];
  candidates: readonly Candidate[];
  change: (patch: Partial<Asked>) => void;
}) {
  const numberOf = (key: PartKey): string => candidates.find(({ id }) => id === asked[key])?.number ?? '';
  const numbers = [...new Set(borrowed.map(numberOf))].filter(Boolean);
  return (
    <div>
      <div className="grid gap-x-8 gap-y-1 lg:grid-cols-2">
        {(['o', 'n'] as const).map((side) => (
          <fieldset key={side} className="flex flex-wrap items-center gap-2 sm:flex-nowrap">
            <legend className="sr-only">{side === 'o' ? 'Old' : 'New'}</legend>
            <span
              className={`font-label w-9 shrink-0 text-[17px] font-semibold ${side === 'n' ? 'text-copper' : 'text-muted'}`}
              aria-hidden="true"
            >
              {side === 'o' ? 'old' : 'new'}
            </span>
            {KINDS.filter(([kind]) => onSide(side, kind, candidates)).map(([kind, letter]) => {
              const key = `${side}${letter}` as PartKey;
              return (
                <select
                  key={key}
                  aria-label={`${side === 'o' ? 'Old' : 'New'} ${kind}`}
                  className={`select figure !h-[28px] !min-h-[28px] min-w-[112px] flex-1 !px-2 !text-[13px] sm:min-w-0 ${borrowed.includes(key) ? 'text-muted !border-dashed' : ''}`}
                  value={asked[key] ?? 0}
                  onChange={(event) =>
                    change({
                      [key]: Number(event.target.value),
                      // Another radiator in hand: fan and shroud that stood there because they were in hand stay.
                      ...(key === 'nr'
                        ? { part: Number(event.target.value) || undefined, nf: asked.nf, ns: asked.ns }
                        : {}),
                      // Spacers and switches belong to the fan they were chosen for.
                      ...(key === 'nf'
                        ? {
                            spacer: undefined,
                            on: undefined,
                            off: undefined,
                            on2: undefined,
                            off2: undefined,
                          }
                        : {}),
                    })
                  }
                >
                  <option value={0}>no {kind}</option>
                  {VERDICTS.map((verdict) => {
                    const own = candidates.filter(
                      (each) => each.kind === kind && each.verdict.verdict === verdict,
                    );
                    return own.length === 0 ? null : (
                      <optgroup key={verdict} label={verdictName(verdict)}>
                        {own.map((each) => (
                          <option key={each.id} value={each.id} title={each.description}>
                            {each.number}
                          </option>
                        ))}
                      </optgroup>
                    );
                  })}
                </select>
              );
            })}
          </fieldset>
        ))}
      </div>
      {numbers.length > 0 && (
        <p className="text-muted mt-1 text-[15px]">
          {compareWords('borrowed', { numbers: numbers.join(', ') })}{' '}
          <button
            type="button"
            className="text-steel underline"
            onClick={() => change(Object.fromEntries(borrowed.map((key) => [key, asked[key]])))}
          >
            {compareWords('borrowed:confirm')}
          </button>
        </p>
      )}
      {![asked.nr, asked.nf, asked.ns, asked.nk].some(Boolean) && (
        <p className="text-changes mt-1 text-[15px]">{compareWords('new-empty')}</p>
      )}
    </div>
  );
}

export const NoParts = () => (
  <>
    No radiator on record could concern it. <Link to="/parts/new">Record one</Link>, then compare.
  </>
);
