import { useOutletContext } from 'react-router';
import {
  canEdit,
  type Person,
  type WeekHours,
  type Workshop,
  type WorkshopRecord,
} from '@radiatrix/contract';
import { planningApi } from '../api/planning.ts';
import { Field } from '../ui/fields.tsx';
import { Failure, Waiting } from '../ui/notices.tsx';
import { useKept } from '../ui/useKept.ts';
import { useSaving } from '../ui/useSaving.ts';
import { Calendars } from './Calendars.tsx';
import { readHours, writeHours } from './hours.ts';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** What the shop works with: bays, what it has one of, hours, and who works when; and the calendars that follow the plan. */
export function WorkshopPage() {
  const person = useOutletContext<Person>();
  const { data, error, refetch } = planningApi.useWorkshopQuery();
  if (error && !data) return <div className="mt-4"><Failure error={error} retry={() => void refetch()} /></div>;
  if (!data) return <Waiting />;
  return (
    <div className="mt-4 pb-10">
      <h1 className="text-[25px]">Workshop</h1>
      {data.record.stamp === null && <p className="text-muted">The workshop is not described yet. Until then the plan assumes two bays without a lift, five days with a break at noon, and every installer.</p>}
      <Setup key={data.record.version} workshop={data.record} etag={data.etag} may={canEdit(person.role)} />
      <Calendars workshop={data.record} person={person} />
    </div>
  );
} // prettier-ignore

/** As it is typed: hours and days as a hand writes them. */
interface Typed {
  zone: string;
  bays: { code: string; lift: boolean }[];
  tools: string;
  hours: string[];
  people: { id: number; own: string[] | null; away: string }[];
}
const typedOf = ({ zone, bays, tools, hours, people }: Workshop): Typed => ({
  zone, bays, tools: tools.join('\n'), hours: hours.map(writeHours),
  people: people.map(({ id, hours: own, away }) => ({ id, own: own && own.map(writeHours), away: away.join(', ') })),
}); // prettier-ignore

function Setup({ workshop, etag, may }: { workshop: WorkshopRecord; etag: string; may: boolean }) {
  const [put] = planningApi.useSetWorkshopMutation();
  const before = typedOf(workshop);
  const kept = useKept<Typed>('workshop', before, etag);
  const { value } = kept;
  const saving = useSaving<Workshop>((body, tag, key) => put({ body, etag: tag, key }).unwrap());
  const set = <K extends keyof Typed>(key: K, next: Typed[K]): void => kept.change((now) => ({ ...now, [key]: next }));
  const week = (texts: readonly string[]): { week: WeekHours; wrong: (string | undefined)[] } => {
    const read = texts.map(readHours);
    return { week: read.map((each) => (each.ok ? each.stretches : [])), wrong: read.map((each) => (each.ok ? undefined : each.message)) };
  };
  const shop = week(value.hours);
  const own = value.people.map(({ own: texts }) => (texts ? week(texts) : null));
  const wrong = [...shop.wrong, ...own.flatMap((each) => each?.wrong ?? [])].some((each) => each !== undefined);
  const nameOf = (id: number): string => workshop.colleagues.find((each) => each.id === id)?.name ?? `somebody who has left (${id})`;
  const away = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean);
  return (
    <form
      aria-label="Workshop"
      onSubmit={(event) => {
        event.preventDefault();
        if (wrong) return;
        const body: Workshop = {
          zone: value.zone.trim(), bays: value.bays.filter(({ code }) => code.trim() !== '').map(({ code, lift }) => ({ code: code.trim(), lift })),
          tools: value.tools.split('\n').map((each) => each.trim()).filter(Boolean), hours: shop.week,
          people: value.people.map(({ id, away: days }, at) => ({ id, hours: own[at]?.week ?? null, away: away(days) })),
        };
        void saving.save(body, kept.base).then((done) => done && kept.settle(before, etag));
      }}
    >
      <fieldset disabled={!may} className="grid gap-x-10 gap-y-4 md:grid-cols-2">
        <section aria-label="Bays and tools">
          <h2 className="heading">Bays</h2>
          <ul>
            {value.bays.map((bay, at) => (
              <li key={at} className="border-rule flex items-center gap-3 border-b py-1">
                <input className="input figure !w-24" aria-label={`Bay ${at + 1}`} maxLength={20} value={bay.code} onChange={(event) => set('bays', value.bays.map((each, i) => (i === at ? { ...each, code: event.target.value } : each)))} />
                <label className="flex items-center gap-2"><input type="checkbox" className="checkbox" checked={bay.lift} onChange={(event) => set('bays', value.bays.map((each, i) => (i === at ? { ...each, lift: event.target.checked } : each)))} /> has a lift</label>
                {may && <button type="button" className="text-steel ml-auto underline" onClick={() => set('bays', value.bays.filter((_, i) => i !== at))}>take away</button>}
              </li>
            ))}
          </ul>
          {may && <button type="button" className="text-steel mt-1 underline" onClick={() => set('bays', [...value.bays, { code: String(value.bays.length + 1), lift: false }])}>one more bay</button>}
          <h2 className="heading mt-5">Tools there is one of</h2>
          <Field label="One a line, as the steps name them: vacuum filler, bench supply">
            <textarea className="textarea" rows={4} value={value.tools} onChange={(event) => set('tools', event.target.value)} />
          </Field>
        </section>
        <section aria-label="Hours">
          <h2 className="heading">Open</h2>
          <Week texts={value.hours} wrong={shop.wrong} onChange={(hours) => set('hours', hours)} name="the shop" />
          <Field label="By the clock of, such as Europe/Lisbon or UTC" {...(saving.fieldProblem('zone') ? { problem: saving.fieldProblem('zone')! } : {})}><input className="input" maxLength={60} value={value.zone} onChange={(event) => set('zone', event.target.value)} /></Field>
        </section>
        <section aria-label="People" className="md:col-span-2">
          <h2 className="heading">On the plan</h2>
          <ul className="grid gap-x-10 md:grid-cols-2">
            {value.people.map((each, at) => (
              <li key={each.id} className="border-rule border-b py-2">
                <p className="flex items-center gap-3">
                  <strong>{nameOf(each.id)}</strong>
                  <label className="flex items-center gap-2"><input type="checkbox" className="checkbox" checked={each.own !== null} onChange={(event) => set('people', value.people.map((one, i) => (i === at ? { ...one, own: event.target.checked ? [...value.hours] : null } : one)))} /> hours of their own</label>
                  {may && <button type="button" className="text-steel ml-auto underline" onClick={() => set('people', value.people.filter((_, i) => i !== at))}>take off</button>}
                </p>
                {each.own && <Week texts={each.own} wrong={own[at]!.wrong} name={nameOf(each.id)} onChange={(next) => set('people', value.people.map((one, i) => (i === at ? { ...one, own: next } : one)))} />}
                <Field label="Away on, such as 2026-12-24, 2026-12-28"><input className="input figure" value={each.away} onChange={(event) => set('people', value.people.map((one, i) => (i === at ? { ...one, away: event.target.value } : one)))} /></Field>
              </li>
            ))}
          </ul>
          {may && (
            <label className="mt-2 flex items-center gap-2">
              Put on the plan
              <select className="select !w-auto" value="" onChange={(event) => set('people', [...value.people, { id: Number(event.target.value), own: null, away: '' }])}>
                <option value="">whom?</option>
                {workshop.colleagues.filter(({ id }) => !value.people.some((each) => each.id === id)).map(({ id, name }) => <option key={id} value={id}>{name}</option>)}
              </select>
            </label>
          )}
        </section>
      </fieldset>
      {saving.error !== undefined && <div className="mt-3"><Failure error={saving.error} /></div>}
      {may ? (
        <p className="mt-4 flex gap-3">
          <button type="submit" className="btn btn-primary" disabled={saving.busy || wrong}>Keep the workshop</button>
          <button type="button" className="btn btn-quiet" onClick={() => kept.settle(before, etag)}>Throw away</button>
          {saving.saved && <span role="status" className="self-center">Saved. The plan is being updated.</span>}
        </p>
      ) : (
        <p className="text-muted mt-3">A specialist changes it.</p>
      )}
    </form>
  );
} // prettier-ignore

function Week({ texts, wrong, onChange, name }: { texts: readonly string[]; wrong: readonly (string | undefined)[]; onChange: (texts: string[]) => void; name: string }) {
  return (
    <ul className="mt-1 mb-2">
      {DAYS.map((day, at) => (
        <li key={day} className="grid grid-cols-[92px_1fr] items-center gap-x-3 py-0.5">
          <span>{day}</span>
          <span>
            <input className="input figure" aria-label={`${day}, ${name}`} aria-invalid={wrong[at] !== undefined} placeholder="shut" value={texts[at] ?? ''} onChange={(event) => onChange(DAYS.map((_, i) => (i === at ? event.target.value : (texts[i] ?? ''))))} />
            {wrong[at] && <span className="text-no block text-[14px]">{wrong[at]}</span>}
          </span>
        </li>
      ))}
    </ul>
  );
} // prettier-ignore
