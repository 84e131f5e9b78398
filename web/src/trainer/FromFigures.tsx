import { useMemo, useState } from 'react';
import { RULES, VERDICTS, type VerdictWord } from '@radiatrix/core/fit';
import { formatQuantity } from '@radiatrix/core/quantity';
import type { JudgedPart } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import { checkName, decidingSentence, verdictName } from '@radiatrix/words/fit';
import { api } from '../api/api.ts';
import { useUnits } from '../app/store.ts';
import { shown } from '../stages/match/Ledger.tsx';
import { Empty, Failure, Waiting } from '../ui/notices.tsx';

interface Props {
  kind: 'verdict' | 'ledger';
  seed: number;
  onNext: () => void;
  onScore: (right: boolean) => void;
}
/** Spread over vehicles and parts, and the same for the same number. */
const pick = <T,>(list: readonly T[], seed: number): T | undefined =>
  list[((seed * 2654435761) % 4294967296) % Math.max(1, list.length)];

const saidOf = (verdict: VerdictWord): string =>
  verdict === 'not-proven'
    ? 'is not proven'
    : verdictName(verdict).charAt(0).toLowerCase() + verdictName(verdict).slice(1);

/** A part in a vehicle with its figures and without its verdict; or with margins and without what decides. */
export function FromFigures(props: Props) {
  const { data: vehicles } = api.useVehiclesQuery();
  const vehicle = vehicles && pick(vehicles, props.seed);
  const { data: match, error } = api.useMatchQuery({ id: vehicle?.id ?? 0 }, { skip: !vehicle });
  // A ledger without a line that decides teaches nothing about which does.
  const parts = match?.candidates.filter(
    ({ verdict }) =>
      props.kind === 'verdict' || (verdict.deciding.by === 'check' && verdict.verdict !== 'straight-in'),
  );
  const part = parts && pick(parts, props.seed * 31 + 7);
  const { data: judged } = api.useJudgedQuery(
    { id: vehicle?.id ?? 0, part: part?.id ?? 0 },
    { skip: !vehicle || !part },
  );
  if (error) return <Failure error={error} />;
  if (parts && !part)
    return (
      <div className="mt-3">
        <Empty title="Nothing to train on in this vehicle">
          <button type="button" className="text-steel underline" onClick={props.onNext}>
            Another
          </button>
        </Empty>
      </div>
    );
  if (!vehicle || !judged) return <Waiting what="Choosing a part" />;
  return (
    <Question
      key={judged.id}
      {...props}
      title={`${judged.number}, ${kindName(judged.kind)}, in ${vehicle.title}`}
      detail={[vehicle.engine, vehicle.transmission].join(', ')}
      judged={judged}
    />
  );
}

function Question({ kind, title, detail, judged, onNext, onScore }: Props & { title: string; detail: string; judged: JudgedPart }) {
  const units = useUnits();
  const { verdict } = judged;
  const [answer, setAnswer] = useState<string>();
  const rows = useMemo(() => verdict.ledger.filter(({ decisive, listing, need, have }) => decisive && !listing && (need ?? have)), [verdict.ledger]);
  const truth = kind === 'verdict' ? verdict.verdict : verdict.deciding.by === 'check' ? verdict.deciding.check : '';
  const say = (said: string): void => {
    if (answer !== undefined) return;
    setAnswer(said);
    onScore(said === truth);
  };
  const right = answer === truth;
  return (
    <section aria-label={kind === 'verdict' ? 'Verdict from figures' : 'Read a ledger'} className="mt-4">
      <h2 className="text-[21px]">{title}</h2>
      <p className="text-muted">{detail}. {kind === 'verdict' ? 'From these figures alone: what is the verdict?' : `It ${saidOf(verdict.verdict)}: which line decides that?`}</p>
      {kind === 'verdict' && (
        <p className="mt-3 flex flex-wrap gap-2" role="group" aria-label="Your verdict">
          {VERDICTS.map((each: VerdictWord) => <button key={each} type="button" aria-pressed={answer === each} disabled={answer !== undefined} className={`btn ${answer === each ? 'btn-primary' : 'btn-quiet'}`} onClick={() => say(each)}>{verdictName(each)}</button>)}
        </p>
      )}
      {answer !== undefined && (
        <div role="status" className="border-copper mt-3 border-l-[3px] pl-3">
          <p className={`text-[19px] font-semibold ${right ? 'text-straight-in' : 'text-no'}`}>{right ? 'Right.' : `No: ${kind === 'verdict' ? `it ${saidOf(verdict.verdict)}` : truth in RULES ? checkName(truth as keyof typeof RULES).toLowerCase() : truth}.`}</p>
          <p>{decidingSentence(verdict, units)}</p>
          <button type="button" className="btn btn-primary mt-2" onClick={onNext}>Another</button>
        </div>
      )}
      <div className="overflow-x-auto">
        <table className="mt-3 w-full max-w-[900px] border-collapse text-[15px]">
          <thead><tr className="border-ink text-muted font-label border-b text-left text-[14px]"><th className="py-1 font-medium">Check</th><th className="px-2 text-right font-medium">This vehicle</th><th className="px-2 text-right font-medium">This part</th>{kind === 'ledger' && <><th className="px-2 text-right font-medium">Spare</th><th className="px-2 text-right font-medium">Chance</th></>}</tr></thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.check} className={`border-rule border-b ${answer !== undefined && row.check === (verdict.deciding.by === 'check' ? verdict.deciding.check : '') ? 'bg-wash-steel' : ''}`}>
                <th scope="row" className="py-1 text-left font-normal">{kind === 'ledger' ? <button type="button" disabled={answer !== undefined} className="text-steel min-h-7 text-left underline" onClick={() => say(row.check)}>{checkName(row.check)}</button> : checkName(row.check)}</th>
                <td className="figure px-2 text-right">{shown(row.need, units)}</td><td className="figure px-2 text-right">{shown(row.have, units)}</td>
                {kind === 'ledger' && <><td className="figure px-2 text-right">{row.margin ? formatQuantity(row.margin.value, row.margin.dimension, units === 'both' ? 'metric' : units, { signed: true, difference: true }) : ''}</td><td className="figure px-2 text-right">{row.chance === undefined ? 'not known' : `${Math.round(100 * row.chance)} %`}</td></>}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
} // prettier-ignore
