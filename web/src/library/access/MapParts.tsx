import { useState, type ReactNode } from 'react';
import type { ConditionWords } from '@radiatrix/core/application';
import type { AccessMap, MapStep, Thing } from '@radiatrix/core/access';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import {
  FASTENER_POLICIES,
  PHASES,
  PHASE_LABELS,
  type Fastener,
  type Phase,
} from '@radiatrix/core/procedure';
import { accessWords } from '@radiatrix/words/en/access';
import { kindName } from '@radiatrix/words/figures';
import { Field } from '../../ui/fields.tsx';
import { CODE, CODE_SAID, USES_SAID, figure, figureText, list, number, readUses, readWhen, whenText, writeUses } from './typed.ts'; // prettier-ignore

interface PartProps<T> {
  map: AccessMap;
  /** Null for one that is still to be made. */
  own: T | null;
  words: ConditionWords;
  busy: boolean;
  onSave: (own: T) => void;
  onRemove: () => void;
  onCancel: () => void;
}

/** The frame of a form: what is wrong, save, leave, take off. */
function Frame({ label, wrong, busy, barred, isNew, onSave, onRemove, onCancel, children }: { label: string; wrong: string; busy: boolean; barred: string; isNew: boolean; onSave: () => void; onRemove: () => void; onCancel: () => void; children: ReactNode }) {
  return (
    <form aria-label={label} className="border-copper my-2 border-l-4 py-2 pl-3" onSubmit={(event) => { event.preventDefault(); onSave(); }}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">{children}</div>
      {wrong && <p role="alert" className="text-no mt-2 font-semibold">{wrong}</p>}
      <p className="mt-2 flex flex-wrap gap-2">
        <button type="submit" className="btn btn-primary" disabled={busy}>Save into the draft</button>
        <button type="button" className="btn btn-quiet" onClick={onCancel}>Leave it</button>
        {!isNew && (barred ? <span className="text-muted self-center text-[14px]">{barred}</span> : <button type="button" className="btn btn-quiet" disabled={busy} onClick={onRemove}>Take it off the map</button>)}
      </p>
    </form>
  );
} // prettier-ignore

const Text = ({ label, value, onChange, wide = false }: { label: string; value: string; onChange: (next: string) => void; wide?: boolean }) => (
  <Field label={label} {...(wide ? { className: 'col-span-2' } : {})}><input className="input" value={value} onChange={(event) => onChange(event.target.value)} /></Field>
); // prettier-ignore

/** Operations that name a thing: as long as any does it stays on the map. */
const naming = (map: AccessMap, code: string): number =>
  map.operations.filter(({ gives, needs }) => [...gives, ...needs.flat()].some(({ thing }) => thing === code)).length; // prettier-ignore

export function ThingForm({ map, own, words, busy, onSave, onRemove, onCancel }: PartProps<Thing>) {
  const [code, setCode] = useState(own?.code ?? '');
  const [name, setName] = useState(own?.name ?? '');
  const [kind, setKind] = useState<PartKind | ''>(own?.partKind ?? '');
  const [partOf, setPartOf] = useState(own?.partOf ?? '');
  const [when, setWhen] = useState(whenText(own?.when ?? null));
  const [wrong, setWrong] = useState('');
  const used = own ? naming(map, own.code) : 0;
  const save = (): void => {
    const concerns = readWhen(when, words);
    if (!CODE.test(code)) return setWrong(CODE_SAID);
    if (!own && map.things.some((each) => each.code === code)) return setWrong(`${code} is given out already.`);
    if (name.trim() === '') return setWrong('What is it called?');
    if (!concerns.ok) return setWrong(concerns.message);
    setWrong('');
    onSave({ code, name: name.trim(), partKind: kind || null, ...(partOf ? { partOf } : {}), when: concerns.when });
  };
  return (
    <Frame label={own?.name ?? 'New thing'} wrong={wrong} busy={busy} barred={used > 0 ? `${used === 1 ? 'one operation names' : `${used} operations name`} it` : ''} isNew={!own} onSave={save} onRemove={onRemove} onCancel={onCancel}>
      {!own && <Text label="Code" value={code} onChange={setCode} />}
      <Text label="Name" value={name} onChange={setName} wide={own !== null} />
      <Field label="Part"><select className="select" value={kind} onChange={(event) => setKind(event.target.value as PartKind | '')}><option value="">only in the way</option>{PART_KINDS.map((each) => <option key={each} value={each}>{kindName(each)}</option>)}</select></Field>
      <Field label={accessWords('part-of')}>
        <select className="select" value={partOf} onChange={(event) => setPartOf(event.target.value)}>
          <option value="">{accessWords('part-of:none')}</option>
          {map.things.filter((each) => each.code !== code).map((each) => <option key={each.code} value={each.code}>{each.name}</option>)}
        </select>
      </Field>
      <Text label="Only for" value={when} onChange={setWhen} wide={!own} />
    </Frame>
  );
} // prettier-ignore

export function FastenerForm({ map, own, words, busy, onSave, onRemove, onCancel }: PartProps<Fastener>) {
  const free = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((letter) => !map.fasteners.some(({ tray }) => tray === letter)) ?? '';
  const [now, setNow] = useState<Fastener>(own ?? { tray: free, name: '', thread: '', lengthMm: null, tool: '', expected: 1, torqueNm: null, torqueSource: '', policy: 'reuse', when: null });
  const [length, setLength] = useState(figureText(now.lengthMm));
  const [torque, setTorque] = useState(figureText(now.torqueNm));
  const [expected, setExpected] = useState(String(now.expected));
  const [when, setWhen] = useState(whenText(now.when));
  const [wrong, setWrong] = useState('');
  const set = (change: Partial<Fastener>): void => setNow((last) => ({ ...last, ...change }));
  const used = own ? map.operations.filter(({ uses }) => uses.some(({ tray }) => tray === own.tray)).length : 0;
  const save = (): void => {
    const concerns = readWhen(when, words);
    const [lengthMm, torqueNm, count] = [figure(length), figure(torque), number(expected)];
    if (now.tray === '') return setWrong('Every place of the tray is given out.');
    if (now.name.trim() === '') return setWrong('What is it called?');
    if ([lengthMm, torqueNm].some((each) => each !== null && !(each > 0)) || !Number.isInteger(count) || count < 1) return setWrong('Length, torque and count are figures above nothing.');
    if (torqueNm !== null && now.torqueSource.trim() === '') return setWrong('A torque says where it is from.');
    if (!concerns.ok) return setWrong(concerns.message);
    setWrong('');
    onSave({ ...now, lengthMm, torqueNm, expected: count, when: concerns.when });
  };
  return (
    <Frame label={own ? `Place ${own.tray}` : 'New place in the tray'} wrong={wrong} busy={busy} barred={used > 0 ? `${used === 1 ? 'one operation takes' : `${used} operations take`} them out` : ''} isNew={!own} onSave={save} onRemove={onRemove} onCancel={onCancel}>
      <Text label={`Name, at ${now.tray || 'no place'}`} value={now.name} onChange={(name) => set({ name })} wide />
      <Text label="Thread or size" value={now.thread} onChange={(thread) => set({ thread })} />
      <Text label="Length, mm" value={length} onChange={setLength} />
      <Text label="Tool" value={now.tool} onChange={(tool) => set({ tool })} />
      <Text label="Should be, pieces" value={expected} onChange={setExpected} />
      <Text label="Torque, N·m" value={torque} onChange={setTorque} />
      <Text label="Torque from" value={now.torqueSource} onChange={(torqueSource) => set({ torqueSource })} />
      <Field label="Put back"><select className="select" value={now.policy} onChange={(event) => set({ policy: event.target.value as Fastener['policy'] })}>{FASTENER_POLICIES.map((each) => <option key={each}>{each}</option>)}</select></Field>
      <Text label="Only for" value={when} onChange={setWhen} />
    </Frame>
  );
} // prettier-ignore

/** Steps beside the operations: what is laid out before, filled and proven after. */
const BESIDE: readonly Phase[] = PHASES.filter((phase) => phase !== 'remove' && phase !== 'install');

/** Kinds of part that are tried with current before they go in. */
const TRIED: readonly PartKind[] = ['fan', 'motor', 'kit', 'module', 'relay'];

function OnlyWith({ kinds, onChange }: { kinds: PartKind[]; onChange: (kinds: PartKind[]) => void }) {
  return (
    <fieldset className="col-span-2 flex flex-wrap items-center gap-x-4 gap-y-1">
      <legend className="text-muted">{accessWords('only-with')}</legend>
      {TRIED.map((kind) => (
        <label key={kind} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox"
            checked={kinds.includes(kind)}
            onChange={({ target }) => onChange(target.checked ? [...kinds, kind] : kinds.filter((each) => each !== kind))}
          />
          {kindName(kind)}
        </label>
      ))}
    </fieldset>
  );
} // prettier-ignore

export function StepForm({ map, own, words, busy, onSave, onRemove, onCancel }: PartProps<MapStep>) {
  const [now, setNow] = useState<MapStep>(own ?? { id: '', after: '', when: null, phase: 'prepare', text: '', detail: '', tools: [], consumables: [], minutes: 5, waiting: false, cautions: [], cautionsWhen: {}, uses: [], connector: '', connectorWhen: null, lost: null });
  const [minutes, setMinutes] = useState(String(now.minutes));
  const [uses, setUses] = useState(writeUses(now.uses));
  const [when, setWhen] = useState(whenText(now.when));
  const [only, setOnly] = useState((own?.onlyAfter ?? []).join(', '));
  const [from, setFrom] = useState(figureText(now.lost?.fromL ?? null));
  const [below, setBelow] = useState(figureText(now.lost?.belowL ?? null));
  const [wrong, setWrong] = useState('');
  const set = (change: Partial<MapStep>): void => setNow((last) => ({ ...last, ...change }));
  const save = (): void => {
    const [concerns, counted, fromL, belowL] = [readWhen(when, words), readUses(uses), figure(from), figure(below)];
    if (now.text.trim() === '') return setWrong('What is done?');
    if (!(number(minutes) >= 0)) return setWrong('Minutes are a figure.');
    if (!counted) return setWrong(USES_SAID);
    if (!concerns.ok) return setWrong(concerns.message);
    const onlyAfter = only.split(/[\s,]+/).filter(Boolean);
    const strange = onlyAfter.find((code) => !map.operations.some((each) => each.code === code));
    if (strange) return setWrong(accessWords('only-after:unknown', { code: strange }));
    if (now.lost && (fromL === null || !(fromL >= 0) || (belowL !== null && !(belowL > fromL)))) return setWrong('From so many litres that were lost, and below more than that.');
    setWrong('');
    const { onlyAfter: _after, onlyWith = [], ...rest } = now;
    onSave({ ...rest, ...(onlyAfter.length > 0 ? { onlyAfter } : {}), ...(onlyWith.length > 0 ? { onlyWith } : {}), minutes: number(minutes), uses: counted, when: concerns.when, lost: now.lost && { ...now.lost, fromL: fromL!, belowL } });
  };
  return (
    <Frame label={own?.text ?? 'New step'} wrong={wrong} busy={busy} barred="" isNew={!own} onSave={save} onRemove={onRemove} onCancel={onCancel}>
      <Text label="What is done" value={now.text} onChange={(text) => set({ text })} wide />
      <Text label="Detail" value={now.detail} onChange={(detail) => set({ detail })} wide />
      <Field label="Phase"><select className="select" value={now.phase} onChange={(event) => set({ phase: event.target.value as Phase })}>{BESIDE.map((phase) => <option key={phase} value={phase}>{PHASE_LABELS[phase]}</option>)}</select></Field>
      <Text label="Minutes" value={minutes} onChange={setMinutes} />
      <label className="col-span-2 flex items-center gap-2"><input type="checkbox" className="checkbox" checked={now.waiting} onChange={(event) => set({ waiting: event.target.checked })} /> they are waiting</label>
      <Text label="Tools" value={now.tools.join(', ')} onChange={(next) => set({ tools: list(next) })} />
      <Text label="To use up" value={now.consumables.join(', ')} onChange={(next) => set({ consumables: list(next) })} />
      <Text label="Cautions" value={now.cautions.join(', ')} onChange={(next) => set({ cautions: list(next) })} />
      <Text label="Fasteners" value={uses} onChange={setUses} />
      <Text label="Plug" value={now.connector} onChange={(connector) => set({ connector })} />
      <Text label={accessWords('only-after')} value={only} onChange={setOnly} />
      <OnlyWith kinds={now.onlyWith ?? []} onChange={(onlyWith) => set({ onlyWith })} />
      <Text label="Only for" value={when} onChange={setWhen} />
      <Field label="Only where this was lost" className="col-span-2"><select className="select" value={now.lost?.fluid ?? ''} onChange={(event) => set({ lost: event.target.value === '' ? null : { fluid: event.target.value as 'coolant', fromL: 0, belowL: null } })}><option value="">always</option><option value="coolant">coolant</option><option value="transmission">transmission fluid</option></select></Field>
      {now.lost && <><Text label="From, L" value={from} onChange={setFrom} /><Text label="Below, L" value={below} onChange={setBelow} /></>}
    </Frame>
  );
} // prettier-ignore
