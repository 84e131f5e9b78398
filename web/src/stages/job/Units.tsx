import { useId, useState } from 'react';
import { judgeBench } from '@radiatrix/core/bench';
import { OUT_AGAIN, jobUnits, joinedUnits, type EventKind, type EventPayloads, type JobState, type JobUnit, type OutAgain, type UnitPlace } from '@radiatrix/core/job'; // prettier-ignore
import type { Practice } from '@radiatrix/core/practice';
import type { JobPartLine } from '@radiatrix/contract';
import { unitsWords as words } from '@radiatrix/words/en/units';
import { usePractice } from '../../api/usePractice.ts';
import { Field } from '../../ui/fields.tsx';

/** Of the desk or of the phone, which sends later. */
type Say = <K extends EventKind>(kind: K, payload: EventPayloads[K]) => Promise<unknown>;
interface Props {
  parts: readonly JobPartLine[];
  state: Pick<JobState, 'bench' | 'units'>;
  say: Say;
  busy: boolean;
  /** Whether this person may say that two units are one. */
  mayJoin?: boolean;
}

type Act = 'went-in' | 'send-back' | 'scrap' | 'here' | `out:${Exclude<OutAgain, ''>}`;
const TO: Record<Exclude<Act, `out:${string}`>, UnitPlace> = { 'went-in': 'in vehicle', 'send-back': 'sent back', 'scrap': 'scrapped', 'here': 'here' }; // prettier-ignore
const REASONS = OUT_AGAIN.filter((why) => why !== '');

/** What can become of a unit next. It goes in by a tap once it passed on the bench; the phone asks for a reason otherwise. */
const actsOf = ({ place }: JobUnit, mayGoIn: boolean): Act[] => {
  if (place === 'in vehicle') return REASONS.map((why): Act => `out:${why}`);
  if (place === 'sent back' || place === 'scrapped') return ['here'];
  return [...(mayGoIn ? (['went-in'] as const) : []), 'send-back', 'scrap'];
};

type TestWord = 'failed' | 'passed' | 'untold' | 'none';
const testWord = (unit: JobUnit, practice: Practice): TestWord => {
  if (unit.failed) return 'failed';
  if (unit.tests.length === 0) return 'none';
  return unit.tests.some((test) => judgeBench(test, practice).word === 'passed') ? 'passed' : 'untold';
};

/** Each physical part of the job: label, source, what its test said, where it is now. */
export function Units({ parts, state, say, busy, mayJoin = false }: Props) {
  const practice = usePractice();
  const units = jobUnits(state, practice);
  const goesIn = parts.filter(({ role }) => role === 'goes in');
  if (units.length === 0 && goesIn.length === 0) return null;
  const numberOf = (partId: number): string => parts.find((each) => each.partId === partId)?.number ?? '';
  const testOf = (unit: JobUnit): TestWord => testWord(unit, practice);
  return (
    <section aria-label={words('title')} className="mt-5">
      <h2 className="heading">{words('title')}</h2>
      {units.length === 0 && <p className="text-muted mt-1">{words('none')}</p>}
      <ul>
        {units.map((unit) => {
          const name = words('name', { number: numberOf(unit.partId), unit: unit.unit || 'none' });
          const why = unit.moves.at(-1)?.why;
          const act = (each: Act): void => {
            const out = each.startsWith('out:');
            void say('unit moved', {
              partId: unit.partId, unit: unit.unit, from: '',
              to: out ? 'out again' : TO[each as keyof typeof TO],
              why: out ? (each.slice(4) as OutAgain) : '',
            }).catch(() => {}); // prettier-ignore
          };
          return (
            <li key={`${unit.partId} ${unit.unit}`} className="border-rule border-b py-1.5">
              <p>
                <strong>{name}</strong>{' '}
                <span className={unit.place === 'in vehicle' ? 'text-straight-in font-semibold' : ''}>
                  {words(`at:${unit.place ?? 'none'}`)}
                  {why && `, ${words(`why:${why}`)}`}
                </span>
                <span className="text-muted">
                  {' · '}
                  <span className={unit.failed ? 'text-no font-semibold' : ''}>{words(`test:${testOf(unit)}`)}</span>
                  {' · '}
                  {[unit.from ? words('from', { from: unit.from }) : words('from:unsaid'), words('since', { day: unit.since.slice(0, 10) })].join(', ')}
                </span>
              </p>
              <p className="mt-1 flex flex-wrap gap-2">
                {actsOf(unit, testOf(unit) === 'passed' && !units.some((each) => each.partId === unit.partId && each.place === 'in vehicle')).map((each) => (
                  <button key={each} type="button" className="btn btn-quiet max-md:!min-h-12" disabled={busy} aria-label={words('act', { act: words(each), unit: name })} onClick={() => act(each)}>
                    {words(each)}
                  </button>
                ))}
              </p>
              {mayJoin && <JoinForm unit={unit} name={name} state={state} say={say} busy={busy} />}
            </li>
          );
        })}
      </ul>
      {goesIn.length > 0 && <UnitForm parts={goesIn} say={say} busy={busy} />}
    </section>
  );
} // prettier-ignore

/** Two labels of one piece: what moves and what it comes to is said before it is done. */
function JoinForm({ unit, name, state, say, busy }: Pick<Props, 'state' | 'say' | 'busy'> & { unit: JobUnit; name: string }) {
  const practice = usePractice();
  const list = useId();
  const [as, setAs] = useState('');
  const [why, setWhy] = useState('');
  const to = as.trim();
  const others = jobUnits(state, practice).filter((each) => each.partId === unit.partId && each.unit !== unit.unit && each.unit !== '');
  const ready = to !== '' && to !== unit.unit && why.trim() !== '';
  const together = to !== '' && to !== unit.unit ? jobUnits(joinedUnits(state, { partId: unit.partId, unit: unit.unit, as: to }), practice).find((each) => each.partId === unit.partId && each.unit === to) : undefined;
  return (
    <details className="mt-1">
      <summary className="text-steel cursor-pointer underline" aria-label={words('join:of', { unit: name })}>{words('join')}</summary>
      <form aria-label={words('join:of', { unit: name })} className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-2" onSubmit={(event) => { event.preventDefault(); if (ready) void say('units joined', { partId: unit.partId, unit: unit.unit, as: to, why: why.trim() }).catch(() => {}); }}>
        <Field label={words('join:as')} className="w-[170px]"><input className="input" list={list} value={as} maxLength={40} onChange={(event) => setAs(event.target.value)} /></Field>
        <datalist id={list}>{others.map((each) => <option key={each.unit} value={each.unit} />)}</datalist>
        <Field label={words('join:why')} className="min-w-[180px] flex-1"><input className="input" value={why} maxLength={200} onChange={(event) => setWhy(event.target.value)} /></Field>
        <button type="submit" className="btn" disabled={busy || !ready}>{words('join:do')}</button>
        {together && (
          <p role="status" className="w-full">
            {words('join:moves', { tests: unit.tests.length, moves: unit.moves.length, unit: name, as: to })}{' '}
            {others.some((each) => each.unit === to) ? words('join:tested', { test: words(`test:${testWord(together, practice)}`) }) : words('join:new', { as: to })}{' '}
            <span className="text-muted">{words('join:undo')}</span>
          </p>
        )}
      </form>
    </details>
  );
} // prettier-ignore

/** A unit that came in, before anybody tests it. */
function UnitForm({ parts, say, busy }: Pick<Props, 'parts' | 'say' | 'busy'>) {
  const [partId, setPartId] = useState(parts[0]!.partId);
  const [unit, setUnit] = useState('');
  const [from, setFrom] = useState('');
  const part = parts.find((each) => each.partId === partId) ?? parts[0]!;
  const keep = (): void => {
    if (unit.trim() === '') return;
    void say('unit moved', { partId: part.partId, unit: unit.trim(), to: 'here', from: from.trim(), why: '' })
      .then(() => {
        setUnit('');
        setFrom('');
      })
      .catch(() => {});
  };
  return (
    <form aria-label={words('add')} className="mt-2 flex flex-wrap items-end gap-x-3 gap-y-2" onSubmit={(event) => { event.preventDefault(); keep(); }}>
      {parts.length > 1 && <Field label={words('add:part')} className="w-[160px]"><select className="select" value={part.partId} onChange={(event) => setPartId(Number(event.target.value))}>{parts.map((each) => <option key={each.partId} value={each.partId}>{each.number}</option>)}</select></Field>}
      <Field label={words('add:unit')} className="w-[150px]"><input className="input" value={unit} maxLength={40} onChange={(event) => setUnit(event.target.value)} /></Field>
      <Field label={words('add:from')} className="min-w-[150px] flex-1"><input className="input" value={from} maxLength={80} onChange={(event) => setFrom(event.target.value)} /></Field>
      <button type="submit" className="btn" disabled={busy || unit.trim() === ''}>{words('add')}</button>
    </form>
  );
} // prettier-ignore
