import { Link, useParams, useSearchParams } from 'react-router';
import {
  PART_KINDS,
  attributesOf,
  type PartKind,
  type QuantityFigure,
  type WordFigure,
} from '@radiatrix/core/figures';
import { sideBySide, transferList, wiresBeside, type BesideRow } from '@radiatrix/core/fitment';
import { sidesOfKind } from '@radiatrix/core/job';
import { formatQuantity } from '@radiatrix/core/quantity';
import type { Candidate, PlanningPart, PlanningRecord } from '@radiatrix/contract';
import { choiceName, figureName, kindHeading, kindName } from '@radiatrix/words/figures';
import { likeForLikeWords as words } from '@radiatrix/words/en/like-for-like';
import { api } from '../../api/api.ts';
import { compareAddress } from '../../app/addresses.ts';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { VerdictMark } from '../../ui/Verdict.tsx';
import { Transfers } from '../sheet/Transfers.tsx';

/** Drawn as they stand together in Compare itself. */
const DRAWN: readonly PartKind[] = ['radiator', 'fan', 'shroud'];
const KINDS = PART_KINDS.filter((kind) => !DRAWN.includes(kind));

/** Old and new of a kind that is not drawn: figure by figure, wire by wire, and what moves over. */
export function BesidePage() {
  const vehicleId = Number(useParams().vehicleId);
  const [params, setParams] = useSearchParams();
  const kind = KINDS.find((each) => each === params.get('kind')) ?? 'motor';
  const jobId = Number(params.get('job')) || undefined;
  const match = api.useMatchQuery({ id: vehicleId, kind, job: jobId });
  const job = api.useJobQuery({ id: jobId ?? 0 }, { skip: jobId === undefined });
  const ofJob = sidesOfKind(job.data?.record.state.parts ?? [], kind);
  const [old, fresh] = [Number(params.get('old')) || ofJob.old || 0, Number(params.get('new')) || ofJob.fresh || 0];
  const ids = [old, fresh].filter((id) => id > 0);
  const planning = api.usePlanningQuery({ id: vehicleId, part: ids, job: jobId }, { skip: ids.length === 0 });
  const change = (entries: Record<string, string>): void => {
    const next = new URLSearchParams(params);
    for (const [key, value] of Object.entries(entries)) next.set(key, value);
    setParams(next, { replace: true });
  };
  const own = match.data?.candidates.filter((each) => each.kind === kind) ?? [];
  const partOf = (id: number): PlanningPart | undefined => planning.data?.parts.find((each) => each.id === id && each.kind === kind);
  const [was, is] = [partOf(old), partOf(fresh)];
  const error = match.error ?? planning.error;
  return (
    <div className="mt-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h1 className="heading flex-1">{words('title', { kind: kindName(kind) })}</h1>
        <Link to={compareAddress(vehicleId, jobId)}>{words('drawn')}</Link>
      </div>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Field label={words('kind')} className="w-56">
          <select className="select" value={kind} onChange={(event) => setParams({ kind: event.target.value, ...(jobId ? { job: String(jobId) } : {}) }, { replace: true })}>
            {KINDS.map((each) => <option key={each} value={each}>{kindHeading(each)}</option>)}
          </select>
        </Field>
        <Chooser label={words('old', { kind: kindName(kind) })} value={old} candidates={own} onChoose={(id) => change({ old: id })} />
        <Chooser label={words('new', { kind: kindName(kind) })} value={fresh} candidates={own} onChoose={(id) => change({ new: id })} />
      </div>
      {error !== undefined && <div className="mt-3"><Failure error={error} retry={() => void (match.error ? match.refetch() : planning.refetch())} /></div>}
      {match.isLoading && <Waiting />}
      {is && <InVehicle candidate={own.find(({ id }) => id === is.id)} />}
      {was && is ? <Compared kind={kind} planning={planning.data!} was={was} is={is} /> : !match.isLoading && !planning.isFetching && <p className="text-changes mt-4">{words('ask')}</p>}
    </div>
  );
} // prettier-ignore

function Chooser({ label, value, candidates, onChoose }: { label: string; value: number; candidates: readonly Candidate[]; onChoose: (id: string) => void }) {
  return (
 <Field label={label} className="w-[360px] max-w-full">
      <select className="select" value={value} onChange={(event) => onChoose(event.target.value)}>
        <option value={0}>{words('choose')}</option>
        {candidates.map((each) => <option key={each.id} value={each.id}>{[each.number, each.description].filter(Boolean).join(', ')}</option>)}
      </select>
    </Field>
  );
} // prettier-ignore

const InVehicle = ({ candidate }: { candidate: Candidate | undefined }) =>
  candidate ? (
    <p className="mt-4 flex flex-wrap items-center gap-3 text-[19px]">
      {words('in-vehicle', { number: candidate.number })} <VerdictMark verdict={candidate.verdict.verdict} />
    </p>
  ) : null;

interface ComparedProps {
  kind: PartKind;
  planning: PlanningRecord;
  was: PlanningPart;
  is: PlanningPart;
}

function Compared({ kind, planning, was, is }: ComparedProps) {
  const rows = sideBySide(kind, was.figures, is.figures);
  const count = (...which: BesideRow['beside'][]): number => rows.filter(({ beside }) => which.includes(beside)).length;
  const known = rows.filter(({ beside }) => beside !== 'neither');
  // What is apart is what somebody came for.
  const rank = ({ beside }: BesideRow): number => ['differs', 'new-only', 'old-only', 'same'].indexOf(beside);
  return (
    <>
      <p role="status" className="mt-4 text-[19px] font-semibold">
        {words('apart', { differs: count('differs'), same: count('same'), open: count('old-only', 'new-only') })}
      </p>
      <div className="mt-3 grid gap-8 lg:grid-cols-[3fr_2fr]">
        <div>
          <Figures kind={kind} rows={known.toSorted((a, b) => rank(a) - rank(b))} numbers={[was.number, is.number]} />
          {count('neither') > 0 && <p className="text-muted mt-2">{words('neither', { n: count('neither') })}</p>}
        </div>
        <div>
          <Wires kind={kind} planning={planning} was={was} is={is} />
          <h2 className="heading mt-5">{words('transfers')}</h2>
          <Moves was={was} is={is} planning={planning} />
        </div>
      </div>
    </>
  );
} // prettier-ignore

function Figures({ kind, rows, numbers }: { kind: PartKind; rows: readonly BesideRow[]; numbers: [string, string] }) {
  const units = useUnits();
  const shown = ({ attribute }: BesideRow, figure: QuantityFigure | WordFigure | undefined): string => {
    if (!figure) return words('not-known');
    if (attribute.type === 'quantity' && 'value' in figure) return formatQuantity(figure.value, attribute.dimension, units, { uncertainty: figure.u >= 0.05 ? figure.u : undefined });
    return 'word' in figure ? choiceName(attribute, figure.word) : '';
  };
  const apart = (row: BesideRow): string =>
    row.beside === 'differs' && row.by && row.attribute.type === 'quantity'
      ? formatQuantity(row.by.value, row.attribute.dimension, units, { uncertainty: row.by.u >= 0.05 ? row.by.u : undefined, difference: true, signed: true })
      : row.beside === 'neither' ? '' : words(row.beside);
  return (
    <table className="w-full border-collapse">
      <thead>
        <tr className="font-label text-muted border-ink border-b text-[16px] [&>th]:py-1 [&>th]:font-normal">
          <th scope="col" className="text-left">{words('figure')}</th>
          <th scope="col" className="text-right">{words('was')} <span className="figure text-ink hidden text-[14px] sm:inline">{numbers[0]}</span></th>
          <th scope="col" className="pl-3 text-right">{words('is')} <span className="figure text-ink hidden text-[14px] sm:inline">{numbers[1]}</span></th>
          <th scope="col" className="pl-3 text-right">{words('by')}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.key} className="border-rule border-b align-top">
            <th scope="row" className="py-1 pr-3 text-left font-normal">{figureName(kind, row.key)}</th>
            <td className={`py-1 text-right ${row.old ? '' : 'text-muted'} ${row.attribute.type === 'quantity' ? 'figure text-[14px]' : ''}`}>{shown(row, row.old)}</td>
            <td className={`py-1 pl-3 text-right ${row.fresh ? '' : 'text-muted'} ${row.attribute.type === 'quantity' ? 'figure text-[14px]' : ''}`}>{shown(row, row.fresh)}</td>
            <td className={`py-1 pl-3 text-right ${row.beside === 'differs' ? 'text-changes font-semibold' : 'text-muted'} ${row.by && row.beside === 'differs' ? 'figure text-[14px]' : ''}`}>{apart(row)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
} // prettier-ignore

/** Plugs that both parts have under one figure, wire by wire. */
function Wires({ kind, planning, was, is }: ComparedProps) {
  const plugOf = (part: PlanningPart, key: string) => {
    const code = (part.figures.words as Record<string, WordFigure | undefined>)[key]?.word;
    return planning.connectors.find((each) => each.code === code);
  };
  const plugs = attributesOf(kind).flatMap(([key, { type }]) => {
    const [old, fresh] = [plugOf(was, key), plugOf(is, key)];
    return type === 'connector' && old && fresh ? [{ key, rows: wiresBeside(old, fresh) }] : [];
  });
  if (plugs.length === 0) return null;
  const wire = ({ position, colour, gauge }: { position: string; colour: string; gauge: string }): string =>
    words('wire', { position, colour: colour || 'none', gauge: gauge || 'none' });
  return (
    <section aria-label={words('wires')}>
      <h2 className="heading">{words('wires')}</h2>
      {plugs.map(({ key, rows }) => (
        <table key={key} className="mt-1 w-full border-collapse">
          <thead>
            <tr className="font-label text-muted text-[16px] [&>th]:py-1 [&>th]:font-normal">
              <th scope="col" className="text-left">{figureName(kind, key)}</th>
              <th scope="col" className="pl-3 text-right">{words('was')}</th>
              <th scope="col" className="pl-3 text-right">{words('is')}</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.function} className="border-rule border-b">
                <th scope="row" className="py-1 pr-3 text-left font-normal">{row.function}</th>
                {[row.old, row.fresh].map((cavities, at) => (
                  <td key={at} className={`py-1 pl-3 text-right ${cavities.length === 0 ? 'text-no' : ''}`}>{cavities.length === 0 ? words('wire:none') : cavities.map(wire).join(', ')}</td>
                ))}
                <td className="text-changes py-1 pl-3 text-right">{row.moves ? words('wire:moves') : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
      <p className="text-muted mt-1">{plugs.every(({ rows }) => rows.every(({ moves }) => !moves)) ? `${words('wires:same')} ` : ''}{words('wires:rule')}</p>
    </section>
  );
} // prettier-ignore

function Moves({ was, is, planning }: { was: PlanningPart; is: PlanningPart; planning: PlanningRecord }) {
  const lines = transferList(is, was, planning.bay, planning.selfShifting);
  if (lines.length === 0) return <p className="text-muted mt-1">{words('transfers:none')}</p>;
  return (
    <dl className="mt-1">
      <Transfers lines={lines} />
    </dl>
  );
}
