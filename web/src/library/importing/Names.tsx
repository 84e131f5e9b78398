import { useState } from 'react';
import { PART_KINDS } from '@radiatrix/core/figures';
import { METHODS } from '@radiatrix/core/quantity';
import { NAME_KINDS, type NameKind } from '@radiatrix/core/table';
import { ASPIRATIONS, FUELS, LAYOUTS, PACKAGES, TRANSMISSION_KINDS } from '@radiatrix/core/vehicle';
import type { UnknownName } from '@radiatrix/contract';
import { importing as words } from '@radiatrix/words/en/importing';
import { kindName } from '@radiatrix/words/figures';
import { api } from '../../api/api.ts';
import { Failure } from '../../ui/notices.tsx';
import { CAN_MAKE, DETAILS, firstDecision, keyOf, settled, type Decision } from './decisions.ts';
import type { UploadState } from './useUpload.ts';

/** Names that the file gives and nobody has on record: make them, say what they are, or leave their rows aside. */
export function Names({ state }: { state: UploadState }) {
  const { upload, choices, errors, isSending } = state;
  const { unknown, unknownMore } = upload;
  const [said, setSaid] = useState<Readonly<Record<string, Decision>>>({});
  const decisionOf = (name: UnknownName): Decision => said[keyOf(name)] ?? firstDecision(name);
  const decide = (names: readonly UnknownName[], change: (now: Decision) => Partial<Decision>): void =>
    setSaid((now) => ({
      ...now,
      ...Object.fromEntries(
        names.map((name) => {
          const own = now[keyOf(name)] ?? firstDecision(name);
          return [keyOf(name), { ...own, ...change(own) }];
        }),
      ),
    }));
  if (unknown.length === 0) return null;
  const all = settled(unknown, decisionOf, choices);
  return (
    <section aria-label={words('names')} className="mt-5">
      <h3 className="text-[20px]">{words('names')}</h3>
      {NAME_KINDS.map((kind) => {
        const names = unknown.filter((each) => each.kind === kind);
        return names.length === 0 ? null : (
          <Group key={kind} kind={kind} names={names} decisionOf={decisionOf} onDecide={decide} />
        );
      })}
      {unknownMore > 0 && <p className="text-muted mt-2">{words('names:more', { n: unknownMore })}</p>}
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <button
          type="button"
          className="btn btn-primary"
          disabled={isSending}
          onClick={() => state.settle(all.names, all.choices)}
        >
          {all.made > 0 ? words('names:go', { n: all.made }) : words('names:read')}
        </button>
        {all.incomplete > 0 && <p className="text-changes">{words('names:incomplete', { n: all.incomplete })}</p>}
        {all.open > 0 && <p className="text-muted">{words('names:unsettled', { n: all.open })}</p>}
      </div>
      {errors.names !== undefined && <Failure error={errors.names} />}
    </section>
  );
} // prettier-ignore

const SHOWN = 12;
type Decide = (names: readonly UnknownName[], change: (now: Decision) => Partial<Decision>) => void;

function Group({
  kind,
  names,
  decisionOf,
  onDecide,
}: {
  kind: NameKind;
  names: UnknownName[];
  decisionOf: (name: UnknownName) => Decision;
  onDecide: Decide;
}) {
  const [shown, setShown] = useState(SHOWN);
  const canMake = CAN_MAKE.includes(kind);
  const more = names.length - shown;
  const near = names.filter((name) => name.mayBe.length > 0 && decisionOf(name).act === 'ask');
  return (
    <div className="mt-3">
      <div className="border-ink flex flex-wrap items-baseline gap-x-4 border-b pb-1">
        <h4 className="text-[17px] font-semibold">{words(`names:kind:${kind}`, { n: names.length })}</h4>
        {canMake && (
          <button type="button" className="text-steel min-h-[26px] underline" onClick={() => onDecide(names, () => ({ act: 'make' }))}>
            {words('names:all')}
          </button>
        )}
        {near.length > 0 && (
          <button type="button" className="text-steel min-h-[26px] underline" onClick={() => near.forEach((name) => onDecide([name], () => ({ act: 'is', to: name.mayBe[0]! })))}>
            {words('names:near', { n: near.length })}
          </button>
        )}
        <button type="button" className="text-steel min-h-[26px] underline" onClick={() => onDecide(names, () => ({ act: 'aside' }))}>
          {words('names:none')}
        </button>
      </div>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={words(`names:kind:${kind}`, { n: names.length })}>
        <table className="w-full border-collapse text-[15px]">
          <thead className="sr-only">
            <tr>
              <th scope="col">{words('names:said')}</th>
              <th scope="col">{words('names:rows')}</th>
              <th scope="col">{words('names:act')}</th>
              <th scope="col">{words('names:details')}</th>
            </tr>
          </thead>
          <tbody>
            {names.slice(0, shown).map((name) => (
              <Line
                key={keyOf(name)}
                name={name}
                decision={decisionOf(name)}
                canMake={canMake}
                onChange={(change) => onDecide([name], () => change)}
              />
            ))}
          </tbody>
        </table>
      </div>
      {more > 0 && (
        <button type="button" className="text-steel mt-1 min-h-[26px] underline" onClick={() => setShown(names.length)}>
          {words('names:show', { n: more })}
        </button>
      )}
    </div>
  );
} // prettier-ignore

/** Names on record that one of this kind may be, the likely ones first. */
function useCandidates({ kind, mayBe, of }: UnknownName): string[] {
  const { data: vocabulary } = api.useVocabularyQuery();
  const { data: sources } = api.useSourcesQuery();
  const make = vocabulary?.makes.find(({ name }) => name.toLowerCase() === of.toLowerCase());
  const all: Partial<Record<NameKind, readonly string[]>> = {
    make: vocabulary?.makes.map(({ name }) => name) ?? [],
    model: vocabulary?.models.filter(({ makeId }) => !make || makeId === make.id).map(({ name }) => name) ?? [],
    engine: vocabulary?.engines.map(({ code }) => code) ?? [],
    transmission: vocabulary?.transmissions.map(({ code }) => code) ?? [],
    source: sources?.map(({ name }) => name) ?? [],
    kind: PART_KINDS,
    package: PACKAGES,
    method: METHODS,
  };
  return [...mayBe, ...(all[kind] ?? []).filter((name) => !mayBe.includes(name)).sort((a, b) => a.localeCompare(b))];
} // prettier-ignore

const shownName = (kind: NameKind, name: string): string =>
  kind === 'kind' && (PART_KINDS as readonly string[]).includes(name) ? kindName(name as (typeof PART_KINDS)[number]) : name; // prettier-ignore

function Line({
  name,
  decision,
  canMake,
  onChange,
}: {
  name: UnknownName;
  decision: Decision;
  canMake: boolean;
  onChange: (change: Partial<Decision>) => void;
}) {
  const candidates = useCandidates(name);
  const { act, to, details } = decision;
  const said = name.of ? words('names:of', { model: name.said, make: name.of }) : name.said;
  return (
    <tr className="border-rule border-b align-baseline">
      <th scope="row" className="w-56 py-1 pr-3 text-left font-semibold">
        {said}
      </th>
      <td className="figure text-muted w-20 pr-3 text-right">{name.rows.toLocaleString('en')}</td>
      <td className="w-52 pr-3">
        <select
          className={`select ${act === 'ask' ? 'border-changes' : ''}`}
          aria-label={said}
          value={act === 'is' ? `is ${to}` : act}
          onChange={({ target: { value } }) =>
            onChange(
              value.startsWith('is ')
                ? { act: 'is', to: value.slice(3) }
                : { act: value as Decision['act'], to: '' },
            )
          }
        >
          {act === 'ask' && <option value="ask">{name.mayBe[0] ? words('names:maybe', { name: shownName(name.kind, name.mayBe[0]) }) : words('names:ask')}</option>}
          {canMake && <option value="make">{words('names:make')}</option>}
          <option value="aside">{words('names:aside')}</option>
          {candidates.map((each) => (
            <option key={each} value={`is ${each}`}>
              {words('names:is', { name: shownName(name.kind, each) })}
            </option>
          ))}
        </select>
      </td>
      <td>
        {act === 'make' && DETAILS[name.kind] && (
          <Details kind={name.kind} said={said} details={details} onChange={(own) => onChange({ details: { ...details, ...own } })} />
        )}
      </td>
    </tr>
  );
} // prettier-ignore

const LISTS: Readonly<Record<string, readonly string[]>> = {
  layout: LAYOUTS,
  fuel: FUELS,
  aspiration: ASPIRATIONS,
};
const WORD_OF: Readonly<Record<string, Parameters<typeof words>[0]>> = {
  from: 'names:first',
  to: 'names:last',
  code: 'names:code',
  displacementL: 'names:displacement',
  cylinders: 'names:cylinders',
  gears: 'names:gears',
  layout: 'names:layout',
  fuel: 'names:fuel',
  aspiration: 'names:aspiration',
  grade: 'names:grade',
};

/** What has to be said of a name that is made: nothing is filled in that nobody said. */
function Details({
  kind,
  said,
  details,
  onChange,
}: {
  kind: NameKind;
  said: string;
  details: Record<string, string>;
  onChange: (own: Record<string, string>) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-1">
      {DETAILS[kind]!.map((key) => {
        const word = key === 'kind' ? (kind === 'source' ? 'names:source-kind' : 'names:type') : WORD_OF[key]!;
        const label = words(word as 'names:type');
        const list = key === 'kind' && kind === 'transmission' ? TRANSMISSION_KINDS : LISTS[key];
        const own = { 'aria-label': `${said}: ${label}`, value: details[key] ?? '' };
        return list ? (
          <span key={key} className="w-[104px]">
          <select className="select" {...own} onChange={(event) => onChange({ [key]: event.target.value })}>
            <option value="">{label}</option>
            {list.map((each) => (
              <option key={each} value={each}>
                {each}
              </option>
            ))}
          </select>
          </span>
        ) : (
          <span key={key} className={key === 'code' || key === 'kind' ? 'w-24' : 'w-[68px]'}>
          <input
            className="input"
            inputMode={key === 'code' || key === 'kind' ? 'text' : 'decimal'}
            placeholder={label}
            {...own}
            onChange={(event) => onChange({ [key]: event.target.value })}
          />
          </span>
        );
      })}
    </div>
  );
} // prettier-ignore
