import { useCallback, useMemo, useRef, useState } from 'react';
import { Link, useOutletContext, useSearchParams } from 'react-router';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { canEdit, type ModelLine, type Person } from '@radiatrix/contract';
import { coverageWords } from '@radiatrix/words/en/coverage';
import { kindHeading } from '@radiatrix/words/figures';
import { api } from '../../api/api.ts';
import { coverageApi } from '../../api/coverage.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { AuditBar } from './AuditBar.tsx';
import { CellPanel } from './CellPanel.tsx';
import { CoverageGrid } from './CoverageGrid.tsx';
import { gridOf, type Grid } from './grid.ts';
import { LineEditor } from './LineEditor.tsx';
import { MakeGrid } from './MakeGrid.tsx';
import { PaintPanel } from './PaintPanel.tsx';
import { WaitingChanges } from '../review/WaitingChanges.tsx';
import { useRewrite } from './useRewrite.ts';

type Paint = Record<number, 'must' | 'never'>;

/** Where are the holes? Model by model: year against engine and transmission, and what covers each. */
export function CoveragePage() {
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const { data: models, error, refetch } = coverageApi.useModelsQuery();
  const { data: vocabulary } = api.useVocabularyQuery();
  const modelId =
    Number(params.get('model')) ||
    models?.reduce<ModelLine | undefined>(
      (most, model) => (most && most.lines >= model.lines ? most : model),
      undefined,
    )?.id;
  const {
    data: coverage,
    error: modelError,
    refetch: again,
  } = coverageApi.useCoverageQuery(modelId ?? 0, { skip: !modelId });
  const makeId = Number(params.get('make')) || undefined;
  const asked = params.get('kind') as PartKind | null;
  const kind = asked && PART_KINDS.includes(asked) ? asked : 'radiator';
  const partId = Number(params.get('part')) || undefined;
  const editing = params.get('do');
  const current = coverage?.modelId === modelId ? coverage : undefined;
  const grid = useMemo(
    () => (current && vocabulary ? gridOf(current, vocabulary, kind, partId) : undefined),
    [current, vocabulary, kind, partId],
  );
  const change = useCallback(
    (entries: Record<string, string | null>) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          for (const [key, value] of Object.entries(entries))
            if (value === null) next.delete(key);
            else next.set(key, value);
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  const [paint, setPaint] = useState<Paint>({});
  const rewriting = useRewrite(modelId ?? 0);
  const at = placeOf(grid, params.get('at'));
  const move = (rows: number, years: number) => {
    if (!grid || grid.rows.length === 0) return;
    const row = Math.min(grid.rows.length - 1, Math.max(0, (at?.row ?? 0) + (at ? rows : 0)));
    const year = Math.min(grid.years.length - 1, Math.max(0, (at?.year ?? 0) + (at ? years : 0)));
    change({ at: `${grid.years[year]}-${grid.rows[row]!.key}` });
  };
  const ordered = models ?? [];
  const step = (by: number) => {
    const next = ordered[ordered.findIndex((model) => model.id === modelId) + by];
    if (next) change({ model: String(next.id), make: null, at: null, part: null, do: null });
  };
  const toNext = () => {
    if (!grid) return;
    const places = grid.rows.flatMap((row, r) =>
      row.cells.flatMap((cell, y) => (cell && (cell.gap || cell.conflicts.length > 0) ? [{ r, y }] : [])),
    );
    const after = places.find(({ r, y }) => !at || r > at.row || (r === at.row && y > at.year)) ?? places[0];
    if (after) change({ at: `${grid.years[after.y]}-${grid.rows[after.r]!.key}` });
  };
  const editable = canEdit(person.role);
  useHotkeys({
    ArrowDown: () => move(1, 0),
    ArrowUp: () => move(-1, 0),
    ArrowLeft: () => move(0, -1),
    ArrowRight: () => move(0, 1),
    '[': () => step(-1),
    ']': () => step(1),
    n: toNext,
    p: () => editable && partId !== undefined && change({ do: 'paint' }),
    l: () => editable && change({ do: 'line' }),
    u: () => void rewriting.undo(),
    Escape: () => change({ do: null }),
  });
  const paintStart = useRef('');
  const paintKey = `${modelId} ${partId} ${editing}`;
  if (editing === 'paint' && paintStart.current !== paintKey && current && partId) {
    paintStart.current = paintKey;
    setPaint(startOf(current, grid, partId));
  }

  if (error && !models)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!models || !vocabulary) return <Waiting what="Laying out the models" />;
  if (models.length === 0)
    return (
      <div className="mt-5">
        <Empty title={coverageWords('none')}>
          {coverageWords('none:do')}
          <span className="mt-3 flex flex-wrap gap-3">
            <Link to="/ask/told?q=" className="btn btn-primary no-underline">
              {coverageWords('none:vehicle')}
            </Link>
            <Link to="/import" className="btn btn-quiet no-underline">
              {coverageWords('none:list')}
            </Link>
          </span>
        </Empty>
      </div>
    );
  const painting = editing === 'paint' && partId !== undefined;
  const place = at && grid ? grid.rows[at.row]?.cells[at.year] : undefined;
  return (
    <div className="grid gap-x-6 md:grid-cols-[190px_1fr]">
      <ModelList
        models={models}
        makes={vocabulary.makes}
        modelId={modelId}
        makeId={makeId}
        onMake={(id) => change({ make: String(id), model: null, at: null, part: null, do: null })}
        onChoose={(id) => change({ model: String(id), make: null, at: null, part: null, do: null })}
      />
      <div className="min-w-0 pt-3">
        {editable && <AuditBar models={models} onChoose={(id) => change({ model: String(id), make: null, at: null, part: null })} />}
        <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
          <h1 className="text-[27px] leading-none">{makeId === undefined ? models.find((model) => model.id === modelId)?.name : vocabulary.makes.find((make) => make.id === makeId)?.name}</h1>
          <label className="w-44">
            <span className="label-text">Kind of part</span>
            <select className="select" value={kind} onChange={(event) => change({ kind: event.target.value, part: null, do: null })}>
              {PART_KINDS.map((each) => (
                <option key={each} value={each}>
                  {kindHeading(each)}
                  {grid?.kinds.includes(each) ? '' : ' (no lines)'}
                </option>
              ))}
            </select>
          </label>
          {makeId === undefined && (
            <>
          <label className="w-44">
            <span className="label-text">Part</span>
            <select className="select" value={partId ?? ''} onChange={(event) => change({ part: event.target.value || null, do: null })}>
              <option value="">all of them</option>
              {partsOf(current, kind).map((part) => (
                <option key={part.id} value={part.id}>
                  {part.number}
                </option>
              ))}
            </select>
          </label>
          {editable && (
            <p className="ml-auto flex gap-2">
              <button type="button" className="btn btn-quiet" disabled={partId === undefined} title={partId === undefined ? 'Choose a part first' : undefined} onClick={() => change({ do: painting ? null : 'paint' })}>
                Paint <kbd className="key">p</kbd>
              </button>
              <button type="button" className="btn btn-quiet" onClick={() => change({ do: editing === 'line' ? null : 'line' })}>
                Write a line <kbd className="key">l</kbd>
              </button>
              {rewriting.canUndo && (
                <button type="button" className="btn" onClick={() => void rewriting.undo()}>
                  Undo <kbd className="key">u</kbd>
                </button>
              )}
            </p>
          )}
            </>
          )}
        </div>
        <WaitingChanges of="part" person={person} />
        {rewriting.error !== undefined && <Failure error={rewriting.error} />}
        {makeId !== undefined ? (
          <MakeGrid
            makeId={makeId}
            kind={kind}
            onChoose={(id) => change({ model: String(id), make: null, at: null })}
          />
        ) : modelError && !current ? (
          <Failure error={modelError} retry={() => void again()} />
        ) : !grid || !current ? (
          <Waiting what="Laying out the grid" />
        ) : grid.rows.length === 0 ? (
          <Empty title="No vehicle of this model is on record">A line about it would speak of a vehicle that was never built.</Empty>
        ) : (
          <>
            <CoverageGrid
              grid={grid}
              at={at}
              paint={painting ? paint : undefined}
              onChoose={(row, year) => {
                change({ at: `${grid.years[year]}-${grid.rows[row]!.key}` });
                const cell = grid.rows[row]!.cells[year];
                if (painting && cell) setPaint((now) => turned(now, cell.vehicles.map((vehicle) => vehicle.id)));
              }}
            />
            {editing === 'line' && editable ? (
              <LineEditor modelId={modelId!} kind={kind} partId={partId} vocabulary={vocabulary} onDone={() => change({ do: null })} />
            ) : painting && editable ? (
              <PaintPanel key={partId} partId={partId} coverage={current} paint={paint} vocabulary={vocabulary} rewriting={rewriting} onDone={() => change({ do: null })} />
            ) : (
              <CellPanel cell={place} row={at ? grid.rows[at.row] : undefined} coverage={current} vocabulary={vocabulary} editable={editable} rewriting={rewriting} grid={grid} />
            )}
          </>
        )}
      </div>
    </div>
  ); // prettier-ignore
}

function placeOf(grid: Grid | undefined, text: string | null): { row: number; year: number } | undefined {
  const match = /^(\d{4})-(\d+-\d+)$/.exec(text ?? '');
  if (!grid || !match) return undefined;
  const row = grid.rows.findIndex((each) => each.key === match[2]);
  const year = grid.years.indexOf(Number(match[1]));
  return row < 0 || year < 0 ? undefined : { row, year };
}

const partsOf = (
  coverage: { claims: { partId: number; number: string; kind: string }[] } | undefined,
  kind: PartKind,
): { id: number; number: string }[] =>
  [
    ...new Map(
      (coverage?.claims ?? [])
        .filter((claim) => claim.kind === kind)
        .map((claim) => [claim.partId, { id: claim.partId, number: claim.number }]),
    ).values(),
  ].sort((a, b) => (a.number < b.number ? -1 : 1));

/** Painting starts from what the lines say now; what no line speaks of does not fit. */
function startOf(coverage: { vehicles: { id: number }[] }, grid: Grid | undefined, partId: number): Paint {
  const paint: Paint = {};
  for (const vehicle of coverage.vehicles) paint[vehicle.id] = 'never';
  for (const row of grid?.rows ?? [])
    for (const cell of row.cells)
      for (const claim of cell?.claims ?? [])
        if (claim.fits && claim.partId === partId)
          for (const vehicle of cell!.vehicles) if (cell!.covered > 0) paint[vehicle.id] = 'must';
  return paint;
}

const turned = (paint: Paint, ids: readonly number[]): Paint => {
  const next = { ...paint };
  const to = ids.every((id) => paint[id] === 'must') ? 'never' : 'must';
  for (const id of ids) next[id] = to;
  return next;
};

function ModelList({
  models,
  makes,
  modelId,
  makeId,
  onMake,
  onChoose,
}: {
  models: { id: number; makeId: number; name: string; vehicles: number; lines: number }[];
  makes: readonly { id: number; name: string }[];
  modelId: number | undefined;
  makeId: number | undefined;
  onMake: (id: number) => void;
  onChoose: (id: number) => void;
}) {
  const shown = makeId === undefined ? modelId : undefined;
  return (
    <nav
      aria-label="Models"
      className="border-rule max-h-[calc(100vh-120px)] overflow-y-auto border-r pt-3 pr-3"
    >
      {makes.map((make) => {
        const own = models.filter((model) => model.makeId === make.id);
        return own.length === 0 ? null : (
          <section key={make.id} aria-label={make.name} className="mb-3">
            <h2 className="heading">
              <button
                type="button"
                aria-current={make.id === makeId}
                className={`uppercase hover:underline ${make.id === makeId ? 'text-copper' : ''}`}
                onClick={() => onMake(make.id)}
              >
                {make.name}
              </button>
            </h2>
            <ul>
              {own.map((model) => (
                <li key={model.id}>
                  <button
                    type="button"
                    aria-current={model.id === shown}
                    className={`border-rule hover:bg-raised flex w-full items-baseline justify-between border-b border-l-[3px] px-2 py-1 text-left ${model.id === shown ? 'border-l-copper bg-raised' : 'border-l-transparent'}`}
                    onClick={() => onChoose(model.id)}
                  >
                    <span className="font-label text-[18px]">{model.name}</span>
                    <span className="text-muted text-[13px]">
                      <span className="figure">{model.lines}</span> lines
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </nav>
  );
}
