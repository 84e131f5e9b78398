import { useState } from 'react';
import type { ConditionWords } from '@radiatrix/core/application';
import {
  BACK_RULES,
  BACK_RULE_CODES,
  LIFTS,
  PLACES,
  PROOFS,
  readFacts,
  writeFacts,
  type AccessMap,
  type BackRule,
  type Operation,
} from '@radiatrix/core/access';
import { attributeOf } from '@radiatrix/core/figures';
import { CAUTIONS } from '@radiatrix/core/procedure';
import { accessWords } from '@radiatrix/words/en/access';
import { Field } from '../../ui/fields.tsx';
import { CODE, CODE_SAID, USES_SAID, list, number, readUses, readWhen, whenText, writeUses } from './typed.ts'; // prettier-ignore

interface Props {
  map: AccessMap;
  operation: Operation;
  isNew: boolean;
  words: ConditionWords;
  busy: boolean;
  onSave: (operation: Operation) => void;
  onRemove: () => void;
  onCancel: () => void;
}

/** One operation as a hand writes it: what it brings about, what it needs, how it goes back. */
export function OperationForm({ map, operation, isNew, words, busy, onSave, onRemove, onCancel }: Props) {
  const [own, setOwn] = useState(operation);
  const [gives, setGives] = useState(writeFacts(operation.gives));
  const [needs, setNeeds] = useState(operation.needs.map(writeFacts).join('\n'));
  const [uses, setUses] = useState(writeUses(operation.uses));
  const [when, setWhen] = useState(whenText(operation.when));
  const [wrong, setWrong] = useState('');
  const set = (change: Partial<Operation>): void => setOwn((now) => ({ ...now, ...change }));
  const setBack = (change: Partial<NonNullable<Operation['back']>>): void =>
    setOwn((now) => ({ ...now, back: now.back && { ...now.back, ...change } }));
  const things = new Set(map.things.map(({ code }) => code));
  const save = (): void => {
    const given = readFacts(gives, things);
    const needed = needs.split('\n').filter((line) => line.trim() !== '').map((line) => readFacts(line, things));
    const bad = [given, ...needed].find((each) => !each.ok);
    const counted = readUses(uses);
    const concerns = readWhen(when, words);
    if (bad && !bad.ok) return setWrong(bad.message);
    if (!counted) return setWrong(USES_SAID);
    if (!concerns.ok) return setWrong(concerns.message);
    if (!CODE.test(own.code)) return setWrong(CODE_SAID);
    if (isNew && map.operations.some(({ code }) => code === own.code)) return setWrong(`${own.code} is given out already.`);
    const { measures = [], ...rest } = own;
    const strange = measures.find((key) => !attributeOf('bay', key));
    if (strange) return setWrong(accessWords('measures:unknown', { key: strange }));
    setWrong('');
    onSave({
      ...rest,
      ...(measures.length > 0 ? { measures } : {}),
      gives: given.ok ? given.facts : [],
      needs: needed.map((each) => (each.ok ? each.facts : [])),
      uses: counted,
      when: concerns.when,
    });
  };
  const text = (label: string, value: string, onChange: (next: string) => void, wide = '') => (
    <Field label={label} className={wide}>
      <input className="input" value={value} onChange={(event) => onChange(event.target.value)} />
    </Field>
  );
  const choice = <T extends string>(label: string, value: T, values: readonly T[], onChange: (next: T) => void) => (
    <Field label={label}>
      <select className="select" value={value} onChange={(event) => onChange(event.target.value as T)}>
        {values.map((each) => (
          <option key={each} value={each}>
            {each || 'nothing special'}
          </option>
        ))}
      </select>
    </Field>
  );
  const { back } = own;
  return (
    <form
      aria-label={isNew ? 'New operation' : own.text}
      className="border-copper my-2 border-l-4 py-2 pl-4"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <div className="grid gap-x-3 gap-y-2 md:grid-cols-4">
        {isNew && text('Code', own.code, (code) => set({ code }))}
        {text('What is done', own.text, (next) => set({ text: next }), isNew ? 'md:col-span-3' : 'md:col-span-4')}
        {text('Detail', own.detail, (detail) => set({ detail }), 'md:col-span-4')}
        {choice('Hands are', own.place, PLACES, (place) => set({ place }))}
        {text('Minutes', String(own.minutes), (next) => set({ minutes: number(next) }))}
        <label className="flex items-end gap-2 pb-1.5">
          <input type="checkbox" className="checkbox" checked={own.waiting} onChange={(event) => set({ waiting: event.target.checked })} /> they are waiting
        </label>
        {text('Fasteners out', uses, setUses)}
        {text('Brings about', gives, setGives, 'md:col-span-2')}
        {text('Only for', when, setWhen, 'md:col-span-2')}
        <Field label="Needs, one way a line" className="md:col-span-4">
          <textarea className="textarea w-full" rows={Math.max(2, needs.split('\n').length)} value={needs} onChange={(event) => setNeeds(event.target.value)} />
        </Field>
        {text('Tools', own.tools.join(', '), (next) => set({ tools: list(next) }), 'md:col-span-2')}
        {text('To use up', own.consumables.join(', '), (next) => set({ consumables: list(next) }), 'md:col-span-2')}
        {text('Plug', own.connector, (connector) => set({ connector }))}
        {text('Of clips, break, %', String(Math.round(own.breaks * 100)), (next) => set({ breaks: Math.min(1, Math.max(0, number(next) / 100)) }))}
        {text('Coolant out by then, L', String(own.coolantL), (next) => set({ coolantL: number(next) }))}
        {text('Transmission fluid, L', String(own.transmissionL), (next) => set({ transmissionL: number(next) }))}
        {text('People', String(own.people), (next) => set({ people: Math.max(1, Math.round(number(next))) }))}
        {text(accessWords('measures'), (own.measures ?? []).join(', '), (next) => set({ measures: list(next) }), 'md:col-span-2')}
        {choice('Vehicle up on', own.lift, LIFTS, (lift) => set({ lift }))}
        <Field label="Cautions" className="md:col-span-2">
          <input className="input" list="cautions" value={own.cautions.join(', ')} onChange={(event) => set({ cautions: list(event.target.value) })} />
          <datalist id="cautions">
            {CAUTIONS.map(({ code }) => (
              <option key={code} value={code} />
            ))}
          </datalist>
        </Field>
      </div>
      <label className="mt-3 flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={back !== null}
          onChange={(event) => set({ back: event.target.checked ? { text: '', detail: '', tools: [], consumables: [], minutes: own.minutes, after: [], rules: [], tightenWith: '', renew: [], proof: '' } : null })}
        />
        it has a way back
      </label>
      {back && (
        <div className="mt-1 grid gap-x-3 gap-y-2 md:grid-cols-4">
          {text('Going back', back.text, (next) => setBack({ text: next }), 'md:col-span-3')}
          {text('Minutes back', String(back.minutes), (next) => setBack({ minutes: number(next) }))}
          {text('Detail, going back', back.detail, (detail) => setBack({ detail }), 'md:col-span-4')}
          {text('Only after (codes)', back.after.join(', '), (next) => setBack({ after: list(next) }), 'md:col-span-2')}
          {text('Tightened together as', back.tightenWith, (tightenWith) => setBack({ tightenWith }))}
          {choice('Right when', back.proof, PROOFS, (proof) => setBack({ proof }))}
          {text('Renewed', back.renew.join(', '), (next) => setBack({ renew: list(next) }), 'md:col-span-2')}
          {text('Tools back', back.tools.join(', '), (next) => setBack({ tools: list(next) }))}
          {text('To use up, back', back.consumables.join(', '), (next) => setBack({ consumables: list(next) }))}
          <fieldset className="md:col-span-4">
            <legend className="label-text">What the trade knows of it</legend>
            <div className="columns-1 gap-6 md:columns-2">
              {BACK_RULE_CODES.map((rule: BackRule) => (
                <label key={rule} className="flex break-inside-avoid items-start gap-2 py-0.5">
                  <input
                    type="checkbox"
                    className="checkbox !mt-0.5 !size-4"
                    checked={back.rules.includes(rule)}
                    onChange={(event) => setBack({ rules: event.target.checked ? [...back.rules, rule] : back.rules.filter((each) => each !== rule) })}
                  />
                  {BACK_RULES[rule]}
                </label>
              ))}
            </div>
          </fieldset>
        </div>
      )}
      {wrong && (
        <p role="alert" className="text-no mt-2 font-semibold">
          {wrong}
        </p>
      )}
      <p className="mt-3 flex flex-wrap gap-3">
        <button type="submit" className="btn btn-primary" disabled={busy}>
          Save into the draft
        </button>
        <button type="button" className="btn btn-quiet" onClick={onCancel}>
          Leave it as it was
        </button>
        {!isNew && (
          <button type="button" className="btn btn-quiet ml-auto" disabled={busy} onClick={onRemove}>
            Take it off the map
          </button>
        )}
      </p>
    </form>
  );
} // prettier-ignore
