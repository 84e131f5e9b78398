import { useState } from 'react';
import { Link } from 'react-router';
import { attributeOf, type PartKind } from '@radiatrix/core/figures';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { ImportedPart, OddCode, Oddity } from '@radiatrix/contract';
import { choiceName, figureName, kindName } from '@radiatrix/words/figures';
import { quantityText } from '@radiatrix/words/quantity';
import { reviewWords as words } from '@radiatrix/words/en/review';
import { useUnits } from '../../app/store.ts';
import { reviewingApi } from '../../api/reviewing.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';

type Which = OddCode | 'odd' | 'sample' | 'all';
const FIGURES_SHOWN = 6;

/** The parts of an import: the odd ones first, some to compare with the file, all of them; any can be taken out. */
export function ImportedParts({ id, canTakeOut }: { id: number; canTakeOut: boolean }) {
  const [chosen, setChosen] = useState<Which>();
  const [after, setAfter] = useState(0);
  const [out, setOut] = useState<readonly number[]>([]);
  const first = reviewingApi.useImportedPartsQuery({ id, which: 'odd', after: 0 });
  const which = chosen ?? (first.data?.counts.odd ? 'odd' : 'sample');
  const { data, error } = reviewingApi.useImportedPartsQuery({ id, which, after });
  const [leaveOut, leaving] = reviewingApi.useLeaveOutMutation();
  if (error) return <Failure error={error} />;
  if (!data || !first.data) return <Waiting />;
  const { counts } = data;
  const show = (next: Which): void => {
    setChosen(next);
    setAfter(0);
  };
  return (
    <section aria-label={words('parts')} className="mt-5">
      <h2 className="text-[20px]">{words('parts')}</h2>
      <div className="mt-1 flex flex-wrap gap-2" role="group" aria-label={words('parts')}>
        {(['odd', 'sample', 'all'] as const).map((each) => (
          <button key={each} type="button" className={`btn ${which === each ? '!border-copper text-copper' : ''}`} aria-pressed={which === each} onClick={() => show(each)}>
            {each === 'sample' ? words('parts:sample') : words(`parts:${each}`, { n: counts[each] ?? 0 })}
          </button>
        ))}
      </div>
      {(counts.odd ?? 0) === 0 && <p className="text-muted mt-2">{words('parts:none')}</p>}
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={words('parts:figures')}>
        <table className="mt-2 w-full border-collapse text-[15px]">
          <thead>
            <HeadRow cells={[{ label: words('parts:row'), className: 'w-16' }, { label: words('parts:part'), className: 'w-72' }, { label: words('parts:figures') }, { label: words('parts:odd-head'), className: 'w-80' }]} />
          </thead>
          <tbody>
            {data.parts.map((part) => (
              <Row
                key={part.id}
                part={part}
                isOut={out.includes(part.id)}
                {...(canTakeOut
                  ? { onOut: (is) => setOut(is ? [...out, part.id] : out.filter((each) => each !== part.id)) }
                  : {})}
              />
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-2 flex flex-wrap items-center gap-4">
        {data.more && (
          <button type="button" className="text-steel underline" onClick={() => setAfter(data.parts.at(-1)!.row)}>
            {words('parts:next')}
          </button>
        )}
        {out.length > 0 && (
          <button
            type="button"
            className="btn"
            disabled={leaving.isLoading}
            onClick={() =>
              void leaveOut({ id, body: { parts: [...out] }, key: crypto.randomUUID() })
                .unwrap()
                .then(() => setOut([]))
                .catch(() => {})
            }
          >
            {words('parts:leave', { n: out.length })}
          </button>
        )}
      </p>
      {leaving.error !== undefined && <Failure error={leaving.error} />}
    </section>
  );
} // prettier-ignore

function said({ kind }: ImportedPart, { code, key, text = '', of = '', value = 0, middle = 0 }: Oddity, units: UnitSystem): string {
  const figure = key === undefined ? '' : figureName(kind, key);
  const attribute = key === undefined ? undefined : attributeOf(kind, key);
  if (code === 'far-from-kind' && attribute?.type === 'quantity') {
    const { dimension } = attribute;
    return words('odd:far-from-kind', { figure, value: { value, dimension }, middle: { value: Number(middle.toPrecision(3)), dimension } }, units);
  }
  if (code === 'at-odds') return words('odd:at-odds', { figure, text, of });
  if (code === 'number-alike') return words('odd:number-alike', { text, of });
  return code === 'figures-alike' ? words('odd:figures-alike', { of }) : words('odd:no-figures');
} // prettier-ignore

/** A figure as a reader has it: in their units, or the word of a choice. */
function figureSaid(kind: PartKind, { key, value, word }: ImportedPart['figures'][number], units: UnitSystem): string {
  const attribute = attributeOf(kind, key);
  const name = figureName(kind, key).toLowerCase();
  if (value !== null && attribute?.type === 'quantity') return `${name} ${quantityText({ value, dimension: attribute.dimension }, units)}`;
  return `${name} ${choiceName(attribute, word)}`;
} // prettier-ignore

function Row({ part, isOut, onOut }: { part: ImportedPart; isOut: boolean; onOut?: (is: boolean) => void }) {
  const { id, number, maker, kind, description, row, fresh, figures, odd } = part;
  const units = useUnits();
  const more = figures.length - FIGURES_SHOWN;
  return (
    <tr className="border-rule border-b align-baseline">
      <td className="figure py-1">{row}</td>
      <td className="pr-3">
        {onOut && (
          <input
            type="checkbox"
            className="checkbox mr-2 align-middle"
            aria-label={words('parts:choose', { number })}
            checked={isOut}
            onChange={(event) => onOut(event.target.checked)}
          />
        )}
        <Link to={`/parts/${id}`} className="figure">
          {number}
        </Link>{' '}
        <span className="text-muted">
          {kindName(kind)}, {maker}
          {fresh && `, ${words('parts:new')}`}
        </span>
        {description !== number && <span className="text-muted block text-[14px]">{description}</span>}
      </td>
      <td className="pr-3 text-[14px]">
        {figures
          .slice(0, FIGURES_SHOWN)
          .map((each) => figureSaid(kind, each, units))
          .join('; ')}
        {more > 0 && `; ${words('parts:more', { n: more })}`}
      </td>
      <td className="text-changes text-[14px]">
        {odd.map((each, at) => (
          <span key={at} className="block">
            {said(part, each, units)}
          </span>
        ))}
      </td>
    </tr>
  );
} // prettier-ignore
