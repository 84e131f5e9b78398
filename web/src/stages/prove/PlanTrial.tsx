import { useState } from 'react';
import {
  CHANGES,
  PROTOCOLS,
  PROTOCOL_NAMES,
  confounding,
  type Change,
  type Protocol,
  type Trial,
  type TrialConditions,
  type TrialSetUp,
} from '@radiatrix/core/trial';
import { useUnits } from '../../app/store.ts';
import { Field, RowTools } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import type { useHappened } from '../job/useHappened.ts';

const LETTERS = 'abcdef';
const first = (): TrialSetUp[] => [
  { id: 'a', name: 'as it came', changes: [] },
  { id: 'b', name: '', changes: [] },
];

/** Plans a trial, or changes one: set-ups, what each has other than the vehicle arrived with, and what is asked. */
export function PlanTrial({ trial, say, busy, onPlanned }: { trial?: Trial; say: ReturnType<typeof useHappened>['say']; busy: boolean; onPlanned: (id: string) => void }) {
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState(trial?.title ?? '');
  const [protocol, setProtocol] = useState<Protocol>(trial?.protocol ?? 'pull-down');
  const [setUps, setSetUps] = useState<TrialSetUp[]>(trial?.setUps ?? first);
  const [about, setAbout] = useState<Change | ''>(trial?.about ?? '');
  const [margin, setMargin] = useState(trial?.margin ? String(trial.margin) : '');
  const [conditions, setConditions] = useState<TrialConditions>(trial?.conditions ?? { startC: null, hour: '', load: '', airConditioning: null, blower: null });
  const [start, setStart] = useState(conditions.startC === null ? '' : `${conditions.startC} °C`);
  const units = useUnits();
  const startC = readQuantity(start, 'temperature', units);
  const change = (at: number, part: Partial<TrialSetUp>): void => setSetUps(setUps.map((each, i) => (i === at ? { ...each, ...part } : each)));
  const within = margin.trim() === '' ? null : Number(margin.replace(',', '.'));
  const names = setUps.map(({ name }) => name.trim());
  const problem = startC === undefined ? 'A start temperature is a temperature.' : title.trim() === '' ? 'Give it a name.' : names.some((name) => name === '') ? 'Every set-up has a name.' : new Set(names).size < names.length ? 'Two set-ups of one name.' : within !== null && !(within > 0) ? 'A margin is more than nothing.' : '';
  const stands = confounding({ setUps, about: about || null, protocol });
  if (!open)
    return (
      <button type="button" className="btn btn-quiet mt-2" onClick={() => setOpen(true)}>{trial ? 'Change the plan' : 'Plan a trial'}</button>
    );
  return (
    <form
      aria-label="Plan a trial"
      className="border-strong mt-2 border p-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (problem) return;
        const id = trial?.id ?? crypto.randomUUID();
        void say('trial planned', { id, title: title.trim(), protocol, setUps: setUps.map((each) => ({ ...each, name: each.name.trim() })), about: about || null, margin: within, conditions: { ...conditions, startC: startC ?? null } }).then(() => { setOpen(false); onPlanned(id); }).catch(() => {});
      }}
    >
      <div className="flex flex-wrap gap-x-3 gap-y-2">
        <Field label="What is tried" className="min-w-[180px] flex-1"><input className="input" value={title} maxLength={100} onChange={(event) => setTitle(event.target.value)} /></Field>
        <Field label="How" className="min-w-[220px] flex-1">
          <select className="select" value={protocol} disabled={!!trial} onChange={(event) => setProtocol(event.target.value as Protocol)}>{PROTOCOL_NAMES.map((each) => <option key={each} value={each}>{PROTOCOLS[each].label}</option>)}</select>
        </Field>
      </div>
      <ul className="mt-2">
        {setUps.map((setUp, at) => (
          <li key={setUp.id} className="border-rule border-b py-1">
            <div className="flex items-end gap-2">
              <span className="figure pb-1 text-[15px] uppercase">{setUp.id}</span>
              <Field label={`Set-up ${setUp.id.toUpperCase()}`} bare className="flex-1"><input className="input" value={setUp.name} maxLength={60} placeholder="what it is called" onChange={(event) => change(at, { name: event.target.value })} /></Field>
              {setUps.length > 2 && <RowTools what={`set-up ${setUp.id}`} first last onRemove={() => setSetUps(setUps.filter((_, i) => i !== at))} />}
            </div>
            <fieldset className="mt-0.5 flex flex-wrap gap-x-3"><legend className="sr-only">Other than it arrived: {setUp.name}</legend>
              {CHANGES.map((each) => (
                <label key={each} className="text-muted flex items-center gap-1 text-[14px]"><input type="checkbox" className="checkbox !size-3.5" checked={setUp.changes.includes(each)} onChange={() => change(at, { changes: setUp.changes.includes(each) ? setUp.changes.filter((one) => one !== each) : [...setUp.changes, each] })} />{each}</label>
              ))}
            </fieldset>
          </li>
        ))}
      </ul>
      {setUps.length < 6 && <button type="button" className="text-steel mt-1 underline" onClick={() => setSetUps([...setUps, { id: [...LETTERS].find((letter) => !setUps.some(({ id }) => id === letter))!, name: '', changes: [] }])}>One set-up more</button>}
      <div className="mt-2 flex flex-wrap gap-x-3 gap-y-2">
        <Field label="Change that the verdict is about" className="min-w-[190px] flex-1">
          <select className="select" value={about} onChange={(event) => setAbout(event.target.value as Change)}><option value="">none: compare whole set-ups</option>{CHANGES.map((each) => <option key={each}>{each}</option>)}</select>
        </Field>
        <Field label={`As good as, within (${PROTOCOLS[protocol].unit === 's' ? 's' : 'K'})`} className="w-[170px]"><input className="input" inputMode="decimal" value={margin} maxLength={8} onChange={(event) => setMargin(event.target.value)} /></Field>
      </div>
      <fieldset className="mt-2 flex flex-wrap items-start gap-x-3 gap-y-2">
        <legend className="label-text">The same for every run</legend>
        <QuantityField label="Start at" dimension="temperature" text={start} onText={setStart} className="w-[92px]" />
        <Field label="Hour" className="w-[120px]"><input className="input" value={conditions.hour} maxLength={40} onChange={(event) => setConditions({ ...conditions, hour: event.target.value })} /></Field>
        <Field label="Load" className="min-w-[140px] flex-1"><input className="input" value={conditions.load} maxLength={80} onChange={(event) => setConditions({ ...conditions, load: event.target.value })} /></Field>
        <Field label="A/C" className="w-[96px]"><select className="select" value={String(conditions.airConditioning)} onChange={(event) => setConditions({ ...conditions, airConditioning: event.target.value === 'null' ? null : event.target.value === 'true' })}><option value="null">not said</option><option value="true">on</option><option value="false">off</option></select></Field>
        <Field label="Blower" className="w-[96px]"><select className="select" value={conditions.blower ?? ''} onChange={(event) => setConditions({ ...conditions, blower: (event.target.value || null) as TrialConditions['blower'] })}><option value="">not said</option><option>off</option><option>high</option></select></Field>
      </fieldset>
      {stands && <p className="text-no mt-1">{stands.said} Drive these: {stands.design.join('; ')}.</p>}
      <p className="mt-2 flex items-center gap-3">
        <button type="submit" className="btn btn-primary" disabled={busy || problem !== ''}>{trial ? 'Keep the plan' : 'Plan it'}</button>
        <button type="button" className="btn btn-quiet" onClick={() => setOpen(false)}>Not now</button>
        <span className="text-muted">{problem}</span>
      </p>
    </form>
  );
} // prettier-ignore
