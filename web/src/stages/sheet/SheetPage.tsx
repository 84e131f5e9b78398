import { Printer } from 'lucide-react';
import { useEffect } from 'react';
import { Link, useLocation, useOutletContext, useParams, useSearchParams } from 'react-router';
import { minutesText } from '@radiatrix/core/quantity';
import { canEdit, type Person, type SheetRecord } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import { materialName } from '@radiatrix/words/work';
import { api, problemOf } from '../../api/api.ts';
import { matchAddress, runAddress } from '../../app/addresses.ts';
import { useUnits } from '../../app/store.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { CavityTable } from '../../library/connector/CavityTable.tsx';
import { Coolant } from './Coolant.tsx';
import { Hardware } from './Hardware.tsx';
import { QrCode } from './QrCode.tsx';
import { StepList } from './StepList.tsx';
import { useTicks } from './useTicks.ts';
import { WhereItGoes } from './WhereItGoes.tsx';
import { Transfers } from './Transfers.tsx';
import { holdsWords } from '@radiatrix/words/en/holds';
import { HoldText } from '../job/Holds.tsx';

/** The install sheet: on paper, at the desk and on a phone the same content in the same order. */
export function SheetPage() {
  const params = useParams();
  const [vehicleId, partId] = [Number(params.vehicleId), Number(params.partId)];
  const person = useOutletContext<Person>();
  const { hash } = useLocation();
  const [search, setSearch] = useSearchParams();
  const job = Number(search.get('job')) || undefined;
  const procedure = Number(search.get('procedure')) || undefined;
  const units = useUnits();
  const { data, error, refetch } = api.useSheetQuery({
    vehicleId,
    partId,
    units,
    ...(job ? { job } : {}),
    ...(procedure ? { procedure } : {}),
  });
  useHotkeys({ p: () => window.print() });
  useEffect(() => {
    if (hash && data) document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [hash, data]);
  if (error && !data) {
    const problem = problemOf(error);
    return (
      <div className="mt-4">
        {problem?.code === 'not-ready' ? (
          <Empty title="No install sheet">
            {problem.detail} <Link to={matchAddress(vehicleId, job, partId)}>Back to Match</Link>
            {job !== undefined && (
              <>
                {' '}
                or <Link to={`/jobs/${job}`}>the job</Link>
              </>
            )}
            .
          </Empty>
        ) : problem?.code === 'not-found' ? (
          <Empty title="No install sheet yet">
            {problem.detail}{' '}
            {canEdit(person.role) && (
              <Link to={`/v/${vehicleId}`}>Write a procedure on the vehicle’s page.</Link>
            )}
          </Empty>
        ) : (
          <Failure error={error} retry={() => void refetch()} />
        )}
      </div>
    );
  }
  if (!data) return <Waiting what="Putting the sheet together" />;
  return (
    <Paper
      record={data}
      onWay={(id) => {
        const next = new URLSearchParams(search);
        next.set('procedure', String(id));
        setSearch(next, { replace: true });
      }}
    />
  );
}

function Paper({ record, onWay }: { record: SheetRecord; onWay: (id: number) => void }) {
  const { vehicle, part, procedure, sheet } = record;
  const { data: session } = api.useSessionQuery();
  const ticks = useTicks(`${vehicle.id}:${part.id}:${procedure.id}`, record.job?.id, part.id);
  const steps = sheet.sections.flatMap((section) => section.steps);
  const done = steps.filter(ticks.has).length;
  const showCoolant =
    sheet.coolant && (part.kind === 'radiator' || sheet.sections.some((section) => section.phase === 'fill'));
  return (
    <article aria-label="Install sheet" className="print-sheet mx-auto mt-4 max-w-[860px]">
      <header className="border-ink flex items-start justify-between gap-4 border-b-2 pb-3">
        <div>
          <p className="font-label text-muted text-[16px]">
            Install sheet · {kindName(part.kind)} <span className="figure text-[14px]">{part.number}</span>{' '}
            {part.maker}
          </p>
          <h1 className="text-[30px] leading-none md:text-[34px]">{vehicle.title}</h1>
          <p className="mt-1 text-[16px]">
            {[vehicle.engine, vehicle.transmission, ...vehicle.options].join(' · ')}
          </p>
          <p className="text-muted">
            {[...new Set([procedure.title, procedure.way])].filter(Boolean).join(': ')}. Procedure revision{' '}
            {procedure.revision}, part revision {part.revision}. {record.verdictText}.
          </p>
          {record.job && (
            <p>
              For{' '}
              <Link to={`/jobs/${record.job.id}`}>
                job {record.job.id}
                {record.job.label && `, ${record.job.label}`}
              </Link>
              : its own figures and choices.
            </p>
          )}
          {!record.released && (
            <p className="border-changes text-changes mt-2 inline-block border-2 px-2 font-semibold">
              Draft: not released. Do not hand out.
            </p>
          )}
        </div>
        <QrCode
          text={`${session?.lan ?? location.origin}${record.job ? runAddress(record.job.id) : location.pathname + location.search}`}
        />
      </header>
      <p className="no-print mt-3 flex flex-wrap items-center gap-3">
        <button type="button" className="btn btn-primary" onClick={() => window.print()}>
          <Printer size={17} aria-hidden="true" /> Print
        </button>
        <span className="figure text-muted text-[14px]" role="status">
          {done} of {steps.length} ticked{record.job && ` on job ${record.job.id}`}
        </span>
        {ticks.clear && (
          <button type="button" className="text-steel underline" onClick={ticks.clear}>
            clear ticks
          </button>
        )}
      </p>

      {record.allowed && (
        <p className="border-no text-no mt-3 border-2 px-3 py-1.5 text-[17px] font-semibold">
          Not proven. Let out by {record.allowed.by}, {record.allowed.at.slice(0, 10)}:{' '}
          {record.allowed.reason}
        </p>
      )}
      {record.notices.length > 0 && (
        <ul aria-label="Known of this part" className="border-changes mt-3 border-l-[4px] pl-3">
          {record.notices.map((notice) => (
            <li key={notice}>{notice}</li>
          ))}
        </ul>
      )}
      {record.ways.length > 1 && (
        <label className="no-print mt-3 block max-w-md">
          <span className="label-text">Way in</span>
          <select
            className="select"
            value={procedure.id}
            onChange={(event) => onWay(Number(event.target.value))}
          >
            {record.ways.map((way) => (
              <option key={way.id} value={way.id}>
                {way.title}
              </option>
            ))}
          </select>
        </label>
      )}
      {ticks.problem !== undefined && <Failure error={ticks.problem} />}

      <section aria-label="Cautions" className="print-keep mt-4">
        <details className="no-print md:hidden">
          <summary className="caution px-4 py-2.5 text-[17px] font-semibold">
            {sheet.cautions.length} cautions: read them before the first step
          </summary>
          <ul className="caution px-4 py-2.5 text-[16px]">
            {sheet.cautions.map((caution) => (
              <li key={caution.code} className="py-1">
                {caution.text}
              </li>
            ))}
          </ul>
        </details>
        <ul className="caution hidden gap-x-6 px-4 py-2.5 text-[15px] md:grid md:grid-cols-2 print:grid">
          {sheet.cautions.map((caution) => (
            <li key={caution.code} className="py-0.5">
              <strong aria-hidden="true">! </strong>
              {caution.text}
            </li>
          ))}
        </ul>
      </section>

      <details className="no-print mt-3 md:hidden">
        <summary className="border-strong border px-4 py-2.5 text-[17px] font-semibold">
          Lay out: tools, consumables, hardware
        </summary>
        <LayOut record={record} />
        <Hardware hardware={sheet.hardware} />
      </details>
      <div className="hidden md:block print:block">
        <LayOut record={record} />
        <Hardware hardware={sheet.hardware} />
      </div>
      {sheet.sections.map((section, at) => (
        <StepList
          key={`${section.phase}${at}`}
          section={section}
          first={sheet.sections.findIndex((each) => each.phase === section.phase) === at}
          ticks={ticks}
          hardware={sheet.hardware}
        />
      ))}
      {showCoolant && <Coolant plan={sheet.coolant!} type={record.coolantType} />}

      {record.kit && <KitWires kit={record.kit} />}
      {part.kind === 'radiator' && (
        <WhereItGoes vehicleId={vehicle.id} partId={part.id} job={record.job?.id} />
      )}
      {record.connectors.length > 0 && (
        <section aria-label="Connectors" className="mt-6">
          <h2 className="heading">Connectors, by function</h2>
          <div className="grid gap-x-8 md:grid-cols-2">
            {record.connectors.map((connector) => (
              <div key={connector.code} className="print-keep mt-3">
                <h3 className="text-[18px]">
                  <span className="figure text-[16px]">{connector.code}</span> {connector.name}
                </h3>
                {connector.description && <p className="text-muted text-[14px]">{connector.description}</p>}
                <CavityTable connector={connector} />
              </div>
            ))}
          </div>
        </section>
      )}
      <footer className="border-ink text-muted mt-6 border-t pt-2 text-[14px]">
        {procedure.released
          ? `Written by ${procedure.released.by}, released ${procedure.released.at.slice(0, 10)}.`
          : 'Not released.'}{' '}
        Guidance only: the vehicle maker’s service information, local codes and licensed practice come first.
      </footer>
    </article>
  );
}

/** A controller kit's ends, as the installer joins them. */
function KitWires({ kit }: { kit: NonNullable<SheetRecord['kit']> }) {
  return (
    <section aria-label="Kit, wire by wire" className="print-keep mt-6">
      <h2 className="heading">{kit.number}, wire by wire</h2>
      <ul>
        {kit.ends.map((end) => (
          <li
            key={end.position}
            className="border-rule grid grid-cols-[28px_1fr] gap-x-3 border-b py-1 md:grid-cols-[28px_150px_200px_1fr]"
          >
            <span className="figure">{end.position}</span>
            <span className="font-semibold">{end.function}</span>
            <span className="text-muted col-start-2 md:col-start-auto">
              {end.colour}, <span className="figure text-[14px]">{end.gauge}</span>
            </span>
            <span className="col-start-2 md:col-start-auto">
              {end.to ?? 'not known from its function: see the kit’s own sheet'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

const boxLine = ({ quantity, name }: { quantity: number; name: string }): string => `${quantity} × ${name}`;

/** Tools, consumables, what is in the box, and the time it takes. */
function LayOut({ record: { sheet, part, transfers, holds } }: { record: SheetRecord }) {
  return (
    <section aria-label="Lay out" className="mt-5 grid gap-x-8 gap-y-3 md:grid-cols-3">
      <List title="Tools" items={sheet.tools} />
      <List title="Consumables" items={sheet.consumables.map(materialName)} />
      <div>
        <List
          title="In the box"
          items={part.inTheBox.filter((item) => !item.fromOld).map(boxLine)}
          none="The part alone"
        />
        {transfers.length > 0 && (
          <>
            <h2 className="heading mt-4">From the old part</h2>
            <dl className="mt-1">
              <Transfers lines={transfers} />
            </dl>
          </>
        )}
        {holds.length > 0 && (
          <>
            <h2 className="heading mt-4">{holdsWords('sheet')}</h2>
            <ul className="mt-1">
              {holds.map((hold) => (
                <li key={hold.hold}>
                  <HoldText hold={hold} />
                </li>
              ))}
            </ul>
          </>
        )}
        <h2 className="heading mt-4">Time</h2>
        <p className="mt-1">
          Work <span className="figure">{minutesText(sheet.workMinutes)}</span>, waiting{' '}
          <span className="figure">{minutesText(sheet.waitingMinutes)}</span>
        </p>
      </div>
    </section>
  );
}

function List({ title, items, none = 'None' }: { title: string; items: string[]; none?: string }) {
  return (
    <div>
      <h2 className="heading">{title}</h2>
      <ul className="mt-1">
        {items.map((item) => (
          <li key={item} className="flex gap-2">
            <span aria-hidden="true" className="border-ink mt-[5px] inline-block size-3 shrink-0 border" />
            {item}
          </li>
        ))}
        {items.length === 0 && <li className="text-muted">{none}</li>}
      </ul>
    </div>
  );
}
