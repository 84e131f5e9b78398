import { Link } from 'react-router';
import { claimSentence, type Finding } from '@radiatrix/core/application';
import { airLabel, packageLabel, type Vocabulary } from '@radiatrix/core/vehicle';
import type { CoverageClaim, ModelCoverage } from '@radiatrix/contract';
import { coverageApi } from '../../api/coverage.ts';
import { Empty } from '../../ui/notices.tsx';
import type { Grid, GridCell, GridRow } from './grid.ts';
import { bodyOf, type Rewriting } from './useRewrite.ts';

/** What is said of the chosen cell, by whom; its conflicts, and the three ways out of one. */
export function CellPanel({
  cell,
  row,
  coverage,
  vocabulary,
  editable,
  rewriting,
  grid,
}: {
  cell: GridCell | undefined;
  row: GridRow | undefined;
  coverage: ModelCoverage;
  vocabulary: Vocabulary;
  editable: boolean;
  rewriting: Rewriting;
  grid: Grid;
}) {
  if (!cell || !row) {
    const conflicts = grid.findings.filter(
      (each) => each.type === 'says-both' || each.type === 'two-originals',
    ).length;
    const gaps = grid.findings.flatMap((each) => (each.type === 'gap' ? each.vehicles : [])).length;
    const never = grid.findings.filter((each) => each.type === 'never-built');
    return (
      <div className="mt-4">
        <p className="text-[17px]">
          {conflicts === 0 && gaps === 0 && never.length === 0
            ? 'Sources agree, and every built vehicle beside a covered one is covered.'
            : `${conflicts} ${conflicts === 1 ? 'contradiction' : 'contradictions'}, ${gaps} built ${gaps === 1 ? 'vehicle' : 'vehicles'} in a gap, ${never.length} ${never.length === 1 ? 'line' : 'lines'} about vehicles that never were.`}{' '}
          <span className="text-muted">
            <kbd className="key">n</kbd> goes to the next; arrows go from cell to cell.
          </span>
        </p>
        {never.map((finding) => {
          const claim = coverage.claims.find((each) => each.id === finding.claims[0]);
          return claim ? (
            <p key={claim.id} className="border-rule border-b py-1">
              <span className="figure text-[14px]">{claim.number}</span> {claimSentence(claim, vocabulary)}
              <span className="text-no"> · no such vehicle was built</span>
              <span className="text-muted"> · {claim.source}</span>
            </p>
          ) : null;
        })}
      </div>
    );
  }
  return (
    <section aria-label="Chosen cell" className="mt-4">
      <h2 className="text-[21px]">
        {cell.year}, {row.engine}, {row.transmission}
      </h2>
      <p className="text-muted text-[14px]">
        {cell.vehicles.map((vehicle, index) => (
          <span key={vehicle.id}>
            {index > 0 && ' · '}
            <Link to={`/v/${vehicle.id}/match`}>
              {airLabel(vehicle.airConditioning)}, {packageLabel(vehicle.package)}
            </Link>
          </span>
        ))}
      </p>
      {cell.conflicts.map((finding, index) => (
        <Conflict key={index} finding={finding} cell={cell} coverage={coverage} vocabulary={vocabulary} editable={editable} rewriting={rewriting} />
      ))}
      {cell.claims.length === 0 ? (
        <Empty title={cell.gap ? 'A gap: the vehicle beside it is covered, this one is not' : 'Nobody lists a part for it'}>
          Match may still find a part that measures alike.
        </Empty>
      ) : (
        <table className="mt-3 w-full border-collapse text-[15px]">
          <caption className="sr-only">Lines that speak of this cell</caption>
          <tbody>
            {cell.claims.map((claim) => (
              <tr key={claim.id} className="border-rule border-b">
                <td className="w-[130px] py-1">
                  <Link to={`/parts/${claim.partId}`} className="figure text-[14px]">
                    {claim.number}
                  </Link>
                </td>
                <td className="w-[110px]">
                  <span className={claim.fits ? '' : 'text-no font-semibold'}>{claim.fits ? (claim.original ? 'original fit' : 'fits') : 'does not fit'}</span>
                </td>
                <td>{claimSentence(claim, vocabulary)}</td>
                <td className="text-muted pl-3 text-[14px]">
                  {claim.source}, grade {claim.grade}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  ); // prettier-ignore
}

function Conflict({
  finding,
  cell,
  coverage,
  vocabulary,
  editable,
  rewriting,
}: {
  finding: Finding;
  cell: GridCell;
  coverage: ModelCoverage;
  vocabulary: Vocabulary;
  editable: boolean;
  rewriting: Rewriting;
}) {
  const [mark] = coverageApi.useNewMarkMutation();
  if (finding.type !== 'says-both' && finding.type !== 'two-originals') return null;
  const claims = finding.claims.flatMap((id) => coverage.claims.find((claim) => claim.id === id) ?? []);
  if (claims.length < 2) return null;
  const shared = cell.vehicles.filter((vehicle) => finding.vehicles.includes(vehicle.id));
  /** The other line gives way: whole where it is the weaker source's whole word, or for these years alone. */
  const drop = (claim: CoverageClaim) => void rewriting.replace(claim.partId, claim.sourceId, [claim], []);
  const demote = (claim: CoverageClaim) =>
    void rewriting.replace(claim.partId, claim.sourceId, [claim], [{ ...bodyOf(claim), original: false }]);
  const split = (claim: CoverageClaim) => {
    const years = coverage.vehicles
      .filter((vehicle) => finding.vehicles.includes(vehicle.id))
      .map((vehicle) => vehicle.year);
    const [from, to] = [Math.min(...years), Math.max(...years)];
    const body = bodyOf(claim);
    const pieces: (typeof body)[] = [];
    if (claim.years[0] < from) pieces.push({ ...body, years: [claim.years[0], from - 1] });
    if (claim.years[1] > to) pieces.push({ ...body, years: [to + 1, claim.years[1]] });
    void rewriting.replace(claim.partId, claim.sourceId, [claim], pieces);
  };
  return (
    <div className="border-no mt-3 border-l-[5px] pl-3">
      <p className="font-label text-no text-[18px] font-semibold">
        {finding.type === 'says-both'
          ? 'One line says that it fits, another that it does not'
          : 'Two parts are both said to be the original fit'}
      </p>
      <ul>
        {claims.map((claim) => (
          <li key={claim.id} className="flex flex-wrap items-baseline gap-x-3 py-0.5">
            <span className="figure text-[14px]">{claim.number}</span>
            <span>
              {claim.source}, grade {claim.grade}: {claimSentence(claim, vocabulary)}
            </span>
            {editable && (
              <span className="ml-auto flex gap-3 text-[14px]">
                <button type="button" className="text-steel underline" disabled={rewriting.busy} onClick={() => split(claim)}>
                  leave these years out of it
                </button>
                <button type="button" className="text-steel underline" disabled={rewriting.busy} onClick={() => (finding.type === 'two-originals' ? demote(claim) : drop(claim))}>
                  {finding.type === 'two-originals' ? 'not the original' : 'take it away'}
                </button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {editable && (
        <button
          type="button"
          className="text-steel text-[14px] underline"
          onClick={() =>
            claims.forEach((claim) => void mark({ body: { partId: claim.partId, vehicleIds: shared.map((vehicle) => vehicle.id), note: 'Sources contradict each other.' }, key: crypto.randomUUID() }))
          }
        >
          {cell.marked ? 'marked for measuring' : 'neither: mark it for measuring'}
        </button>
      )}
    </div>
  ); // prettier-ignore
}
