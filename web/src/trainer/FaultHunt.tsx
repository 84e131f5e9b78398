import { wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  REMAINS, TRAINER_VEHICLES, causeWords, checksLeft, checkWords, exerciseFrom, exerciseOf, isPutRight, looksAt, remedyWords, scoreOf, spentOn, tableFor,
  type DiagnosisStep, type DiagnosisVehicle, type Exercise,
} from '@radiatrix/core/diagnosis'; // prettier-ignore
import { diagnosisSteps } from '@radiatrix/core/job';
import { api } from '../api/api.ts';
import { diagnosingApi } from '../api/diagnosing.ts';
import { Empty, Failure, Waiting } from '../ui/notices.tsx';
import type { TrainerApi } from './trainer.worker.ts';

interface Props {
  seed: number;
  jobId: number | null;
  onJob: (job: number | null) => void;
  onNext: () => void;
  onScore: (score: number) => void;
}

/** A vehicle with something hidden in it, simulated or of a filed job. */
export function FaultHunt(props: Props) {
  const { data: jobs } = api.useJobsQuery();
  const filed = (jobs ?? []).filter(({ closed, stage }) => closed && stage === 'file');
  return (
    <>
      <label className="mt-3 block max-w-[420px]">
        <span className="label-text">Vehicle</span>
        <select
          className="select"
          value={props.jobId ?? ''}
          onChange={(event) => props.onJob(Number(event.target.value) || null)}
        >
          <option value="">simulated, number {props.seed}</option>
          {filed.map(({ id, title }) => (
            <option key={id} value={id}>
              filed job {id}, {title}
            </option>
          ))}
        </select>
      </label>
      {props.jobId === null ? <Simulated {...props} /> : <OfJob {...props} jobId={props.jobId} />}
    </>
  );
}

function Simulated(props: Props) {
  const { label, vehicle } = TRAINER_VEHICLES[props.seed % TRAINER_VEHICLES.length]!;
  const exercise = useMemo(() => exerciseOf(tableFor(vehicle), props.seed), [vehicle, props.seed]);
  return (
    <Hunt
      {...props}
      title={`${label.charAt(0).toUpperCase()}${label.slice(1)}`}
      vehicle={vehicle}
      exercise={exercise}
    />
  );
}

function OfJob(props: Props & { jobId: number }) {
  const job = api.useJobQuery({ id: props.jobId });
  const record = diagnosingApi.useJobDiagnosisQuery(props.jobId);
  const found = useMemo(() => {
    if (!job.data || !record.data) return undefined;
    const { state } = job.data.record;
    const exercise = state.diagnosed
      ? exerciseFrom(tableFor(record.data.vehicle), diagnosisSteps(state), state.diagnosed.causes, props.seed)
      : undefined;
    return { vehicle: record.data.vehicle, exercise, title: job.data.record.vehicle.title };
  }, [job.data, record.data, props.seed]);
  if (job.error) return <Failure error={job.error} />;
  if (!found) return <Waiting what="Opening the job" />;
  if (!found.exercise)
    return (
      <div className="mt-3">
        <Empty title="That job has no diagnosis to train on">Choose another, or a simulated vehicle.</Empty>
      </div>
    );
  return <Hunt {...props} title={found.title} vehicle={found.vehicle} exercise={found.exercise} />;
}

const clock = (ms: number): string =>
  `${Math.floor(ms / 60_000)}:${String(Math.floor(ms / 1000) % 60).padStart(2, '0')}`;

/** Checks and repairs chosen by hand; afterwards what the program would have done, and what each has cost. */
function Hunt({ title, vehicle, exercise, onNext, onScore }: Props & { title: string; vehicle: DiagnosisVehicle; exercise: Exercise }) {
  const table = useMemo(() => tableFor(vehicle), [vehicle]);
  const [steps, setSteps] = useState<DiagnosisStep[]>(exercise.told);
  const [given, setGiven] = useState(false);
  const [begun] = useState(() => Date.now());
  const [now, setNow] = useState(begun);
  const right = isPutRight(table, exercise, steps);
  const over = right || given;
  const [programs, setPrograms] = useState<DiagnosisStep[]>();
  const scored = useRef(false);
  useEffect(() => {
    if (over) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [over]);
  useEffect(() => {
    if (!over || scored.current) return;
    scored.current = true;
    const worker = new Worker(new URL('./trainer.worker.ts', import.meta.url), { type: 'module' });
    void wrap<TrainerApi>(worker).way(vehicle, exercise).then((way) => {
      setPrograms(way);
      onScore(scoreOf(spentOn(table, exercise, steps), spentOn(table, exercise, way), right));
    }).finally(() => worker.terminate());
  }, [over, vehicle, exercise, table, steps, right, onScore]);
  const looks = steps.filter(({ kind }) => kind === 'repaired').length;
  const open = checksLeft(table, steps);
  const spent = spentOn(table, exercise, steps);
  const look = (check: string): void => setSteps((own) => [...own, looksAt(table, exercise, check, looks)]);
  const repair = (remedy: string): void => setSteps((own) => {
    const next: DiagnosisStep[] = [...own, { kind: 'repaired', remedy }];
    return isPutRight(table, exercise, next) ? next : [...next, REMAINS];
  });
  const words = (step: DiagnosisStep): string => (step.kind === 'found' ? checkWords(step.check, step.outcome) : step.kind === 'repaired' ? `Put right: ${remedyWords(step.remedy)}` : '');
  const done = steps.filter((step) => !exercise.told.includes(step));
  return (
    <div className="mt-4 grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_320px]">
      <section aria-label="Look">
        <h2 className="heading">{title}</h2>
        <p className="mt-1 text-[17px]">The owner says: {exercise.told.map(words).join('; ')}.</p>
        {!over && <>
          <h3 className="font-label mt-3 text-[18px] font-semibold">Look at</h3>
          <ul className="mt-1 columns-1 gap-6 xl:columns-2">{open.map(({ id, label, line }) => <li key={id} className="flex break-inside-avoid items-baseline justify-between gap-2"><button type="button" className="text-steel min-h-7 text-left underline" onClick={() => look(id)}>{label}</button> <span className="figure text-muted shrink-0 text-[12px]">{line.minutes} min</span></li>)}</ul>
        </>}
      </section>
      <section aria-label="Put right">
        <h2 className="heading">Put right <span className="font-sans text-[13px] font-normal tracking-normal normal-case">what a part costs, in the shop’s money</span></h2>
        {over ? (
          <div role="status" className="mt-1">
            <p className={`text-[20px] font-semibold ${right ? 'text-straight-in' : 'text-no'}`}>{right ? 'Put right.' : 'Given up.'} It was: {exercise.hidden.faults.map((fault) => causeWords(table.causes[fault]!.id)).join(' and ')}.</p>
            {programs ? <Compared own={spent} programs={spentOn(table, exercise, programs)} score={scoreOf(spent, spentOn(table, exercise, programs), right)} way={programs.filter((step) => !exercise.told.includes(step)).map(words).filter(Boolean)} /> : <Waiting what="Working out the program’s way" />}
            <button type="button" className="btn btn-primary mt-3" onClick={onNext}>Another</button>
          </div>
        ) : (
          <>
            <ul className="mt-1 columns-1 gap-6 xl:columns-2">{table.remedies.map(({ id, label, line }) => <li key={id} className="flex break-inside-avoid items-baseline justify-between gap-2"><button type="button" className="text-steel min-h-7 text-left underline" onClick={() => repair(id)}>{label}</button> <span className="figure text-muted shrink-0 text-[12px]">{line.money > 0 ? line.money : ''}</span></li>)}</ul>
            <button type="button" className="btn btn-quiet mt-3" onClick={() => setGiven(true)}>Give up, and see</button>
          </>
        )}
      </section>
      <section aria-label="So far">
        <h2 className="heading">So far <span className="figure text-[15px]" role="timer">{clock(now - begun)}</span></h2>
        <p className="mt-1"><span className="figure text-[22px]">{Math.round(spent.minutes)} min</span> <span className="text-muted">in the shop,</span> <span className="figure text-[22px]">{Math.round(spent.money)}</span> <span className="text-muted">of its money</span></p>
        <ol className="mt-1">{done.map((step, at) => <li key={at} className={`border-rule border-b py-1 text-[15px] ${step.kind === 'repaired' ? 'text-copper font-semibold' : ''}`}>{words(step)}</li>)}</ol>
        {done.length === 0 && <p className="text-muted mt-1">Nothing was looked at. Simplest first.</p>}
      </section>
    </div>
  );
} // prettier-ignore

function Compared({ own, programs, score, way }: { own: ReturnType<typeof spentOn>; programs: ReturnType<typeof spentOn>; score: number; way: string[] }) {
  return (
    <>
      <table className="mt-2 w-full max-w-[420px]">
        <thead><tr className="border-ink text-muted font-label border-b text-left"><th /><th className="text-right font-medium">You</th><th className="text-right font-medium">Program</th></tr></thead>
        <tbody>{([['Checks', own.checks, programs.checks], ['Repairs', own.repairs, programs.repairs], ['Minutes', Math.round(own.minutes), Math.round(programs.minutes)], ['Money', Math.round(own.money), Math.round(programs.money)]] as const).map(([what, a, b]) => <tr key={what} className="border-rule border-b"><th scope="row" className="text-left font-normal">{what}</th><td className="figure text-right">{a}</td><td className="figure text-right">{b}</td></tr>)}</tbody>
      </table>
      <p className="mt-1"><span className="figure text-copper text-[24px]">{score}</span> <span className="text-muted">of 100: what the program’s way costs, over what yours did.</span></p>
      <p className="text-muted mt-1 text-[14px]">Its way: {way.join(', then ')}.</p>
    </>
  );
} // prettier-ignore
