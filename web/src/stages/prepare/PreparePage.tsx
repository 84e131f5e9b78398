import { Printer, Smartphone } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import {
  OBJECTIVES,
  backStep,
  layOut,
  outStep,
  preferred,
  timelineOf,
  wayTitles,
  writeProcedure,
  type AccessMap,
  type Objective,
  type Way,
} from '@radiatrix/core/access';
import { unconfirmed } from '@radiatrix/core/diagnosis';
import type { PartKind } from '@radiatrix/core/figures';
import { assembleSheet } from '@radiatrix/core/procedure';
import { canEdit, type JobRecord, type Person, type VehicleAccess } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { filingApi } from '../../api/filing.ts';
import { recordingApi } from '../../api/recording.ts';
import {
  diagnoseAddress,
  prepareAddress,
  recordAddress,
  runAddress,
  sheetAddress,
} from '../../app/addresses.ts';
import { recordingWords } from '@radiatrix/words/en/recording';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { happened } from '../job/device.ts';
import { useHappened, useOpenJob } from '../job/useHappened.ts';
import { Bench } from '../run/Bench.tsx';
import { ToConfirm } from '../diagnose/ToConfirm.tsx';
import { BorrowedNote, Lenders } from './Lenders.tsx';
import { LaidOut } from './LaidOut.tsx';
import { ReachFor } from './ReachFor.tsx';
import { Timeline } from './Timeline.tsx';
import { useWays } from './useWays.ts';
import { WayBars, letterOf } from './WayBars.tsx';
import { mappedMinutes, minutesModel, quoteFor } from '@radiatrix/core/filing';
import { usePractice } from '../../api/usePractice.ts';
import { WayTable } from './WayTable.tsx';
import { Brackets } from './Brackets.tsx';
import { GoesOver } from './GoesOver.tsx';
import { Money } from './Money.tsx';
import { TrimSupport } from './TrimSupport.tsx';
import { moneyText } from '../../ui/money.ts';
import { useLeadingSheet } from '../job/useLeadingSheet.ts';
import { leadingParts } from '@radiatrix/core/job';

const WEIGH_WORDS: Readonly<Record<Objective, string>> = {
  time: 'time',
  coolant: 'coolant',
  clips: 'clips',
  alone: 'hands',
};

/** Ways in side by side, and everything laid out for the one that is taken. */
export function PreparePage() {
  const vehicleId = Number(useParams().vehicleId);
  const [params, setParams] = useSearchParams();
  const job = Number(params.get('job')) || undefined;
  const person = useOutletContext<Person>();
  const lend = Number(params.get('lend')) || undefined;
  const { data, error, refetch } = api.useVehicleAccessQuery({
    id: vehicleId,
    ...(job ? { job } : {}),
    ...(lend ? { lend } : {}),
  });
  const jobAnswer = api.useJobQuery({ id: job ?? 0 }, { skip: job === undefined });
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data || (job !== undefined && !jobAnswer.data && !jobAnswer.error))
    return <Waiting what="Looking for ways in" />;
  const change = (entries: Record<string, string>): void => {
    const next = new URLSearchParams(params);
    for (const [key, value] of Object.entries(entries))
      if (value === '') next.delete(key);
      else next.set(key, value);
    setParams(next, { replace: true });
  };
  if (!data.map)
    return (
      <div className="mt-4">
        <Empty title="No access map of this bay yet">
          A map says what can come off, and what must be out of its way first; ways in are worked out from it.
          Until there is one, the install sheet follows the procedure that somebody wrote.{' '}
          {canEdit(person.role) && <Link to={`/v/${vehicleId}`}>To the vehicle’s page</Link>}
          {job && (
            <Link to={recordAddress(job)} className="btn btn-primary mt-3 flex w-fit no-underline">
              {recordingWords('start')}
            </Link>
          )}
        </Empty>
        <Lenders lenders={data.lenders} onBorrow={(mapId) => change({ lend: String(mapId) })} />
      </div>
    );
  return (
    <Prepare
      key={`${vehicleId} ${job ?? ''}`}
      access={data}
      map={data.map.document}
      job={jobAnswer.data?.record}
      params={params}
      onParams={change}
    />
  );
}

interface Props {
  access: VehicleAccess;
  map: AccessMap;
  job: JobRecord | undefined;
  params: URLSearchParams;
  onParams: (change: Record<string, string>) => void;
}

function Prepare({ access, map, job, params, onParams }: Props) {
  const taken = job?.state.way ?? null;
  const fallback = access.wanted.length > 0 ? access.wanted : access.goals.some(({ thing }) => thing === 'radiator') ? ['radiator'] : access.goals.slice(0, 1).map(({ thing }) => thing);
  const known = new Set(access.goals.map(({ thing }) => thing));
  const goals = (params.get('goals')?.split(',') ?? taken?.goals ?? fallback).filter((each) => known.has(each));
  const already = (params.get('off')?.split(',') ?? taken?.already ?? []).filter((each) => map.things.some(({ code }) => code === each));
  const weigh = (params.get('weigh')?.split(',') ?? []).filter((each): each is Objective => OBJECTIVES.includes(each as Objective));
  const answer = useWays(map, goals.join(','), already.join(','));
  const nameOf = (code: string): string => map.things.find((thing) => thing.code === code)?.name ?? code;
  const ways = answer?.ways.found ? answer.ways.ways : [];
  const preferredWay = preferred(ways, weigh.length > 0 ? weigh : ['time', 'coolant', 'clips', 'alone']);
  const asked = params.get('way');
  const takenAt = taken ? ways.findIndex((way) => sameMoves(way.operations, taken.operations)) : -1;
  const chosen = Math.max(0, asked ? 'ABCD'.indexOf(asked) : takenAt >= 0 && weigh.length === 0 ? takenAt : ways.indexOf(preferredWay!));
  const way = ways[Math.min(chosen, ways.length - 1)];
  const choose = (at: number): void => onParams({ way: letterOf(at) });
  useHotkeys(Object.fromEntries(ways.map((_, at) => [letterOf(at).toLowerCase(), () => choose(at)])));
  const titles = wayTitles(map, ways);
  const titleOf = (each: Way): string => titles[ways.indexOf(each)] ?? '';
  const toggle = (thing: string): void => {
    const next = goals.includes(thing) ? goals.filter((each) => each !== thing) : [...goals, thing];
    onParams({ goals: next.join(',') || goals.join(','), way: '' });
  };
  return (
    <div className="mt-4">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-[25px]">
          {goals.map(nameOf).join(', ').replace(/, ([^,]*)$/, ' and $1') || 'Nothing chosen'}
          {ways.length > 0 && (ways.length === 1 ? ': the best way in' : `: ${ways.length} best ways in`)}
        </h1>
        <p className="text-muted ml-auto">
          {access.map!.bayName}, map revision {access.map!.revision}
          {access.map!.state !== 'released' && <strong className="text-changes"> draft</strong>}, <Link to={`/access/${access.map!.id}`}>see the map</Link>
        </p>
      </div>
      <BorrowedNote map={access.map!} job={job} onGiveBack={() => onParams({ lend: '', goals: '', way: '' })} />
      {job && job.stage !== 'file' && <ToConfirm items={unconfirmed(job.state.diagnosis)} at={diagnoseAddress(job.id)} />}
      <fieldset className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        <legend className="sr-only">What comes off</legend>
        {access.goals.map(({ thing, name }) => (
          <label key={thing} className="flex items-center gap-1.5">
            <input type="checkbox" className="checkbox !size-4" checked={goals.includes(thing)} onChange={() => toggle(thing)} />
            {name}
            {goals.includes(thing) && goals.length > 1 && answer?.added[goals.indexOf(thing)] !== undefined && (
              <span className="figure text-muted text-[13px]">+{Math.round(answer.added[goals.indexOf(thing)]!)} min</span>
            )}
          </label>
        ))}
      </fieldset>
      {access.revised && <Revised revised={access.revised} revision={access.map!.revision} />}
      {answer && !answer.ways.found && (
        <div className="mt-4">
          <Empty title={answer.ways.because === 'nothing to do' ? 'It is off already' : 'No way in on this map'}>
            {answer.ways.because === 'nothing to do'
              ? 'Nothing has to come off for this; choose what else does.'
              : `Nothing brings about ${answer.ways.missing.map(({ thing, state }) => `${nameOf(thing).toLowerCase()} ${state}`).join(', ')}.`}
          </Empty>
        </div>
      )}
      {!answer && goals.length > 0 && <Waiting what="Working out the ways in" />}
      {way && (
        <>
          <WayBars ways={ways} chosen={ways.indexOf(way)} titleOf={titleOf} nameOf={nameOf} onChoose={choose} />
          <Chosen {...{ access, map, job, goals, already, way, ways, weigh, nameOf, onParams }} title={titleOf(way)} isTaken={!!taken && sameMoves(taken.operations, way.operations)} />
        </>
      )}
      <AlreadyOff map={map} already={already} onAlready={(next) => onParams({ off: next.join(','), way: '' })} />
    </div>
  );
} // prettier-ignore

const sameMoves = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && [...a].sort().join(' ') === [...b].sort().join(' ');

/** The map was changed or withdrawn since the way was taken: the job keeps its own, and says what differs. */
function Revised({ revised, revision }: { revised: NonNullable<VehicleAccess['revised']>; revision: number }) {
  return (
    <div role="status" className="border-changes mt-3 border-l-4 pl-3">
      {revised.withdrawnFor && <p className="font-semibold">Revision {revision} of the map was withdrawn: {revised.withdrawnFor}</p>}
      {revised.changes.length > 0 && (
        <>
          <p>
            This job keeps revision {revision}; the map is at {revised.revision} now, and says otherwise:
          </p>
          <ul className="list-disc pl-5">
            {revised.changes.slice(0, 8).map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
} // prettier-ignore

interface ChosenProps extends Omit<Props, 'params'> {
  goals: string[];
  already: string[];
  way: Way;
  ways: Way[];
  weigh: Objective[];
  title: string;
  isTaken: boolean;
  nameOf: (code: string) => string;
}

function Chosen({ access, map, job, goals, already, way, ways, weigh, title, isTaken, nameOf, onParams }: ChosenProps) {
  const letter = letterOf(ways.indexOf(way));
  const primary = access.goals.find(({ thing }) => thing === goals[0])!;
  const sheet = useMemo(() => {
    const { document } = writeProcedure(map, way.operations, { title, partKind: primary.partKind, already: already.map((thing) => ({ thing, state: 'off' })) });
    return assembleSheet({
      procedure: document,
      vehicle: access.cautions,
      work: job?.plan?.work ?? [],
      coolant: undefined,
    });
  }, [map, way, title, primary.partKind, already, access.cautions, job?.plan?.work]);
  const laid = useMemo(() => layOut(map, way.operations, sheet, way, access.past), [map, way, sheet, access.past]);
  const practice = usePractice();
  const { data: seen } = filingApi.useMapMinutesQuery(access.map!.id);
  const quoteOf = useMemo(() => {
    if (!seen) return undefined;
    const model = minutesModel(mappedMinutes(map), seen.seen, practice);
    return (each: Way) => {
      const steps = each.operations.flatMap((code) => [outStep(code), backStep(code)]);
      // What the way counts as work beside its operations: filling, proving, laying out.
      const around = each.workMinutes - steps.reduce((sum, step) => sum + (model.operations.get(step)?.mapped ?? 0), 0);
      return quoteFor(model, steps, Math.max(0, around));
    };
  }, [map, seen, practice]);
  return (
    <>
      <div className="mt-6 grid grid-cols-1 gap-x-8 gap-y-6 lg:grid-cols-[1.05fr_1.15fr_0.75fr] max-lg:[&>*]:min-w-0">
        <WayTable ways={ways} chosen={ways.indexOf(way)} quoteOf={quoteOf} />
        <LaidOut laid={laid} letter={letter} holds={(job?.state.holds ?? []).filter(({ ended }) => ended === null)} cautions={sheet.cautions.map(({ text }) => text)} />
        <section aria-label="Choose">
          <h2 className="heading">Choose</h2>
          <Take {...{ access, job, goals, already, way, letter, title, isTaken }} />
          <fieldset className="mt-4">
            <legend className="label-text">Weigh first</legend>
            <div className="flex flex-wrap gap-x-3">
              {OBJECTIVES.map((each) => (
                <label key={each} className="flex min-h-7 items-center gap-1.5">
                  <input type="radio" name="weigh" className="radio !size-4" checked={weigh[0] === each} onChange={() => onParams({ weigh: each, way: '' })} />
                  {WEIGH_WORDS[each]}
                </label>
              ))}
            </div>
          </fieldset>
          <ReachFor map={map} />
          <AsProcedure access={access} map={map} way={way} title={title} partKind={primary.partKind} already={already} />
        </section>
      </div>
      <div className="mt-2 grid grid-cols-1 gap-x-8 lg:grid-cols-[1.2fr_1fr] max-lg:[&>*]:min-w-0">
        <Timeline stretches={timelineOf(sheet.sections)} title={`${goals.map(nameOf).join(', ')}, ${access.vehicle.title}`} drained={way.coolantL > 0} />
        {job ? <OfJob job={job} minutes={sheet.workMinutes} /> : <MovesList map={map} way={way} />}
      </div>
    </>
  );
} // prettier-ignore

/** A way in written down as a procedure of its own, for whoever wants to prescribe this order. */
function AsProcedure({ access, map, way, title, partKind, already }: Pick<ChosenProps, 'access' | 'map' | 'way' | 'title' | 'already'> & { partKind: PartKind }) {
  const person = useOutletContext<Person>();
  const navigate = useNavigate();
  const [add, { isLoading, error }] = recordingApi.useNewProcedureMutation();
  const { staysOff, mounts } = access.map!.refit;
  // What this job's own parts make of the way back is no procedure of the bay.
  if (!canEdit(person.role) || mounts || staysOff.length > 0) return null;
  const write = (): void => {
    const { document } = writeProcedure(map, way.operations, { title, partKind, already: already.map((thing) => ({ thing, state: 'off' })) });
    // Where something is tightened or measured, and that it clicks, is a matter of the map; a written procedure says it in words.
    const steps = document.steps
      .filter(({ mount }) => mount === undefined)
      .map(({ tightens: _tightens, clicks: _clicks, measures: _measures, ...step }) => step);
    void add({ body: { bayId: access.map!.bayId, document: { ...document, steps } }, key: crypto.randomUUID() })
      .unwrap()
      .then(({ record }) => navigate(`/procedures/${record.id}`))
      .catch(() => {});
  };
  return (
    <div className="mt-4">
      <button type="button" className="text-steel underline" disabled={isLoading} onClick={write}>
        Write this way down as a procedure
      </button>
      {error !== undefined && <Failure error={error} />}
    </div>
  );
} // prettier-ignore

/** The moves of a way in their order, for whoever reads before they choose. */
function MovesList({ map, way }: { map: AccessMap; way: Way }) {
  return (
    <section aria-label="Moves" className="mt-6">
      <h2 className="heading">Moves, in order</h2>
      <ol className="mt-1 columns-1 gap-6 sm:columns-2">
        {way.operations.map((code, at) => {
          const operation = map.operations.find((each) => each.code === code)!;
          return (
            <li key={code} className="break-inside-avoid py-0.5">
              <span className="figure text-muted mr-2 text-[13px]">{at + 1}</span>
              {operation.text}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** What of the job stands here: parts, what moves over, and the bench before anything goes in. */
function OfJob({ job, minutes }: { job: JobRecord; minutes: number }) {
  const { say } = useHappened(job.id);
  const { sheet } = useLeadingSheet(job);
  return (
    <section aria-label="Of this job" className="mt-6">
      <h2 className="heading">
        Parts and bench{' '}
        <Link to={`/jobs/${job.id}`} className="font-sans text-[14px] font-normal tracking-normal normal-case">
          job {job.id}
        </Link>
      </h2>
      <ul className="mt-1">
        {job.parts.map((part) => (
          <li key={part.partId} className="border-rule flex flex-wrap gap-3 border-b py-1">
            <span className="figure text-[14px]">{part.number}</span>
            <span className="flex-1">{part.kind}</span>
            {part.money !== null && <span className="figure text-[14px]">{moneyText(part.money)}</span>}
            <span className={part.state === 'here' ? 'text-straight-in' : 'text-changes'}>{part.role === 'goes in' ? part.state : part.role}</span>
            {part.role === 'goes in' && part.notices.map((notice) => <span key={notice} className="border-changes w-full border-l-[3px] pl-2 text-[15px]">{notice}</span>)}
          </li>
        ))}
        {job.parts.length === 0 && <li className="text-muted">No part is chosen on this job yet.</li>}
      </ul>
      <Money parts={job.parts} minutes={minutes} numberOf={(partId) => job.parts.find((each) => each.partId === partId)!.number} />
      <GoesOver sheet={sheet} />
      <Brackets job={job} />
      <TrimSupport job={job} say={say} />
      <Bench parts={job.parts} state={job.state} say={say} />
    </section>
  );
} // prettier-ignore

interface TakeProps {
  access: VehicleAccess;
  job: JobRecord | undefined;
  goals: string[];
  already: string[];
  way: Way;
  letter: string;
  title: string;
  isTaken: boolean;
}

/** Takes a way for the job, or opens a job for it. */
function Take({ access, job, goals, already, way, letter, title, isTaken }: TakeProps) {
  const navigate = useNavigate();
  const { say, busy, error } = useHappened(job?.id);
  const { begin, busy: opening, error: notOpened } = useOpenJob();
  const payload = { mapId: access.map!.id, revisionId: access.map!.revisionId, goals, operations: way.operations, already, title };
  const take = (): void => {
    if (job) void say('way chosen', payload).catch(() => {});
    else
      void begin(access.vehicle.id, { events: [happened('way chosen', payload)] })
        .then((opened) => navigate(prepareAddress(access.vehicle.id, opened.id)))
        .catch(() => {});
  };
  const first = job && leadingParts(job.parts)[0];
  return (
    <div className="mt-2">
      {isTaken ? (
        <p className="text-straight-in font-label text-[19px] font-semibold">{letter} is taken for job {job!.id}</p>
      ) : (
        <button type="button" className="btn btn-primary" disabled={busy || opening || (job !== undefined && !job.mine)} onClick={take}>
          Take {letter}
          {job ? ` for job ${job.id}` : ' and open a job'}
        </button>
      )}
      {(error ?? notOpened) !== undefined && <Failure error={error ?? notOpened} />}
      {job && isTaken && (
        <p className="mt-2 flex flex-col items-start gap-1.5">
          <Link to={runAddress(job.id)} className="btn no-underline">
            <Smartphone size={17} aria-hidden="true" /> One move at a time
          </Link>
          <Link to={`/jobs/${job.id}/labels`} className="btn btn-quiet no-underline">
            <Printer size={17} aria-hidden="true" /> Tray labels and tags
          </Link>
          {first && <Link to={sheetAddress(job.vehicle.id, first.partId, job.id)}>Install sheet on paper</Link>}
        </p>
      )}
    </div>
  );
} // prettier-ignore

/** Things that are off before the work begins: lost on the road, or taken off for another job. */
function AlreadyOff({ map, already, onAlready }: { map: AccessMap; already: string[]; onAlready: (next: string[]) => void }) {
  const [open, setOpen] = useState(already.length > 0);
  const things = map.things.filter(({ code }) => map.operations.some(({ gives }) => gives.some(({ thing, state }) => thing === code && state === 'off')));
  return (
    <section aria-label="Off already" className="mt-6">
      <button type="button" className="text-steel underline" aria-expanded={open} onClick={() => setOpen(!open)}>
        Something is off or missing already{already.length > 0 && ` (${already.length})`}
      </button>
      {open && (
        <fieldset className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
          <legend className="sr-only">Off already</legend>
          {things.map(({ code, name }) => (
            <label key={code} className="flex items-center gap-1.5">
              <input type="checkbox" className="checkbox !size-4" checked={already.includes(code)} onChange={() => onAlready(already.includes(code) ? already.filter((each) => each !== code) : [...already, code])} />
              {name}
            </label>
          ))}
        </fieldset>
      )}
    </section>
  );
} // prettier-ignore
