import { Link } from 'react-router';
import type { Candidate } from '@radiatrix/contract';
import { VERDICTS } from '@radiatrix/core/fit';
import { verdictName } from '@radiatrix/words/fit';
import type { Asked } from './address.ts';

type PartKey = 'or' | 'of' | 'os' | 'nr' | 'nf' | 'ns' | 'nk';
const KINDS = [
  ['radiator', 'r'],
  ['fan', 'f'],
  ['shroud', 's'],
  ['kit', 'k'],
] as const;
/** A controller kit goes in; where one comes off, its fan does. */
const onSide = (side: 'o' | 'n', kind: string, candidates: readonly Candidate[]): boolean =>
  kind !== 'kit' || (side === 'n' && candidates.some((each) => each.kind === 'kit'));

/** What stands where nobody chose: the old is what goes straight in, the new is what was in hand in Match. */
export function withDefaults(asked: Asked, candidates: readonly Candidate[]): Asked {
  const { part } = asked;
  const of = (kind: string) => candidates.filter((each) => each.kind === kind);
  const straight = (kind: string, but?: number) =>
    of(kind).find((each) => each.verdict.verdict === 'straight-in' && each.id !== but)?.id;
  const inHand = of('radiator').find((each) => each.id === part)?.id;
  const fanInHand = of('fan').find((each) => each.id === part)?.id;
  const shroudInHand = of('shroud').find((each) => each.id === part)?.id;
  const nr = asked.nr ?? inHand;
  const or = asked.or ?? straight('radiator', nr) ?? of('radiator').find((each) => each.id !== nr)?.id;
  const of_ = asked.of ?? straight('fan', fanInHand) ?? of('fan')[0]?.id;
  return {
    ...asked,
    or: or ?? 0,
    nr: nr ?? of('radiator').find((each) => each.id !== or)?.id ?? or ?? 0,
    of: of_ ?? 0,
    nf: asked.nf ?? fanInHand ?? of_ ?? 0,
    os: asked.os ?? 0,
    ns: asked.ns ?? shroudInHand ?? 0,
  };
}

/** Old and new, part by part. */
export function Choosers({
  asked,
  candidates,
  change,
}: {
  asked: Asked;
  candidates: readonly Candidate[];
  change: (patch: Partial<Asked>) => void;
}) {
  return (
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
                className="select figure !h-[28px] !min-h-[28px] min-w-[112px] flex-1 !px-2 !text-[13px] sm:min-w-0"
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
                      ? { spacer: undefined, on: undefined, off: undefined, on2: undefined, off2: undefined }
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
  );
}

export const NoParts = () => (
  <>
    No radiator on record could concern it. <Link to="/parts/new">Record one</Link>, then compare.
  </>
);
