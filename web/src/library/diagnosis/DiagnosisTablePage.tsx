import { useState } from 'react';
import { Link, useOutletContext, useSearchParams } from 'react-router';
import { USUAL_TABLE, WORTH, type CauseLine, type CheckLine } from '@radiatrix/core/diagnosis';
import { canEdit, type DiagnosisTableRecord, type Person } from '@radiatrix/contract';
import { isProposed, problemOf } from '../../api/api.ts';
import { diagnosingApi } from '../../api/diagnosing.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { WaitingChanges } from '../review/WaitingChanges.tsx';

const FANS = { one: 'one electric fan', two: 'two electric fans', engine: 'a belt fan' } as const;
const percent = (share: number): string =>
  `${(Math.round(1000 * share) / 10).toFixed(share < 0.1 ? 1 : 0)} %`;
const nameOf = (cause: CauseLine): string => {
  const text = cause.label.replaceAll('{fan}', 'fan');
  return text.charAt(0).toUpperCase() + text.slice(1);
};

/** What can be wrong, how common it is, and what each check shows: the trade's, the shop's own, and what filed jobs have shown. */
export function DiagnosisTablePage() {
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = diagnosingApi.useDiagnosisTableQuery();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="Opening the table" />;
  const chosen = USUAL_TABLE.causes.find(({ id }) => id === params.get('cause')) ?? USUAL_TABLE.causes[0]!;
  const filed = data.filed.filter(({ cases }) => cases > 0);
  return (
    <div className="mt-4 pb-10">
      <h1 className="heading">
        Diagnosis table
        <Link to="/library" className="font-sans text-[15px] font-normal tracking-normal normal-case">back to the library</Link>
      </h1>
      <p className="mt-2 max-w-[85ch]">
        Common practice, without a published source: how many of 1,000 vehicles with a cooling complaint have it, and what each check shows then. What a shop knows better stands in its place, once somebody else has looked. Filed jobs are counted beside it: the table weighs as much as {WORTH.cause} of them.
      </p>
      <p className="text-muted mt-1">
        {filed.length === 0 ? 'No diagnosis is filed yet.' : filed.map(({ fans, cases, firstChecks: { right, of } }) => `${cases} filed on ${FANS[fans]}${of > 0 ? `, first check right in ${right} of ${of}` : ''}`).join('; ')}
      </p>
      <WaitingChanges of="diagnosis" person={person} />
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)]">
        <section aria-label="Causes">
          <table className="w-full border-collapse text-[15px]">
            <thead><tr className="text-muted font-label border-ink border-b text-left text-[14px]"><th className="py-1 font-medium">Cause</th><th className="px-2 text-right font-medium">Of 1,000</th><th className="px-2 text-right font-medium">Shop</th><th className="pl-2 text-right font-medium">Filed</th></tr></thead>
            <tbody>
              {USUAL_TABLE.causes.map((cause) => {
                const own = data.lines.find((line) => line.cause === cause.id && line.check === null);
                const count = data.filed.reduce((sum, { counts }) => sum + (counts.causes[cause.id] ?? 0), 0);
                return (
                  <tr key={cause.id} className={`border-rule border-b ${cause === chosen ? 'bg-raised' : ''}`}>
                    <td className="py-0.5"><button type="button" aria-pressed={cause === chosen} className={`min-h-7 text-left ${cause === chosen ? 'text-copper font-semibold' : 'text-steel underline'}`} onClick={() => setParams({ cause: cause.id }, { replace: true })}>{nameOf(cause)}</button></td>
                    <td className={`figure px-2 text-right ${own ? 'text-muted line-through' : ''}`}>{cause.weight}</td>
                    <td className="figure px-2 text-right">{own ? own.values[0] : ''}</td>
                    <td className="figure pl-2 text-right">{count || ''}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
        <One key={chosen.id} cause={chosen} data={data} editable={canEdit(person.role)} />
      </div>
    </div>
  );
} // prettier-ignore

function One({ cause, data, editable }: { cause: CauseLine; data: DiagnosisTableRecord; editable: boolean }) {
  const [changing, setChanging] = useState<CheckLine | 'weight'>();
  const shows = USUAL_TABLE.checks.filter((line) => line.when[cause.id] || data.lines.some((own) => own.cause === cause.id && own.check === line.id));
  const aged = cause.aged > 1 ? ` An old vehicle has it ${cause.aged} times as often.` : '';
  return (
    <section aria-label={nameOf(cause)}>
      <h2 className="heading">{nameOf(cause)}</h2>
      <p className="mt-1">{cause.weight} of 1,000.{aged} {editable && <button type="button" className="text-steel underline" onClick={() => setChanging('weight')}>Set how common it is here</button>}</p>
      {changing === 'weight' && <Change cause={cause} check={null} data={data} onDone={() => setChanging(undefined)} />}
      <ul className="mt-2">
        {shows.map((line) => {
          const own = data.lines.find((each) => each.cause === cause.id && each.check === line.id);
          const row = own?.values ?? line.when[cause.id] ?? line.base;
          const seen = line.outcomes.map(({ id }) => data.filed.reduce((sum, { counts }) => sum + (counts.findings[`${line.id} ${cause.id} ${id}`] ?? 0), 0));
          return (
            <li key={line.id} className="border-rule border-b py-1.5">
              <p className="flex items-baseline gap-3"><span className="font-semibold">{line.label}</span><span className="text-muted text-[14px]">{line.told ? 'told' : `${line.minutes} min`}{own && `, the shop’s own: ${own.reason}`}</span>{editable && <button type="button" className="text-steel ml-auto shrink-0 text-[14px] underline" aria-label={`Change what ${line.label} shows`} onClick={() => setChanging(line)}>change</button>}</p>
              <p className="text-[15px]">{line.outcomes.map(({ id, label }, at) => <span key={id} className="mr-4 inline-block">{label} <span className="figure">{percent(row[at]!)}</span>{seen[at]! > 0 && <span className="text-copper"> · seen {seen[at]}</span>}</span>)}</p>
              {changing === line && <Change cause={cause} check={line} data={data} onDone={() => setChanging(undefined)} />}
            </li>
          );
        })}
      </ul>
    </section>
  );
} // prettier-ignore

/** The shop's own number, with its reason: kept until somebody else has looked. */
function Change({ cause, check, data, onDone }: { cause: CauseLine; check: CheckLine | null; data: DiagnosisTableRecord; onDone: () => void }) {
  const held = data.lines.find((line) => line.cause === cause.id && line.check === (check?.id ?? null));
  const now = held?.values.map((each) => (check ? 100 * each : each)) ?? (check ? (check.when[cause.id] ?? check.base).map((each) => 100 * each) : [cause.weight]);
  const [texts, setTexts] = useState(now.map((each) => String(Math.round(10 * each) / 10)));
  const [reason, setReason] = useState('');
  const [send, sending] = diagnosingApi.useChangeDiagnosisTableMutation();
  const numbers = texts.map((text) => Number(text.replace(',', '.')));
  const sum = numbers.reduce((all, each) => all + each, 0);
  const whole = numbers.every((each) => Number.isFinite(each) && each > 0) && (!check || Math.abs(sum - 100) < 1);
  const say = (values: number[] | null): void => void send({ body: { cause: cause.id, check: check?.id ?? null, values, reason: reason.trim() }, key: crypto.randomUUID() }).unwrap().then(onDone).catch((error: unknown) => { if (isProposed(error)) onDone(); });
  return (
    <form aria-label={check ? `What ${check.label} shows` : 'How common it is'} className="mt-2 flex flex-wrap items-end gap-3" onSubmit={(event) => { event.preventDefault(); if (whole && reason.trim().length >= 5) say(check ? numbers.map((each) => each / sum) : numbers); }}>
      {texts.map((text, at) => (
        <Field key={at} label={check ? `${check.outcomes[at]!.label}, %` : 'Of 1,000'} className="w-[130px]"><input className="input" inputMode="decimal" maxLength={6} value={text} onChange={(event) => setTexts(texts.map((each, k) => (k === at ? event.target.value : each)))} /></Field>
      ))}
      <Field label="Why" className="min-w-[220px] flex-1"><input className="input" value={reason} maxLength={400} onChange={(event) => setReason(event.target.value)} /></Field>
      <button type="submit" className="btn btn-primary" disabled={sending.isLoading || !whole || reason.trim().length < 5}>Propose it</button>
      {held && <button type="button" className="btn btn-quiet" disabled={sending.isLoading || reason.trim().length < 5} onClick={() => say(null)}>Take the trade’s back</button>}
      <button type="button" className="text-muted underline" onClick={onDone}>Leave it</button>
      <p role="status" className="text-changes w-full">{problemOf(sending.error)?.fields?.[0]?.message ?? (check && !whole ? `The answers add up to ${Math.round(sum)} %, not 100.` : '')}</p>
    </form>
  );
} // prettier-ignore
