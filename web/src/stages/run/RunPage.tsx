import { Moon, Pause, Play, Sun, Volume2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useOutletContext, useParams, useSearchParams } from 'react-router';
import { minutesOf } from '@radiatrix/core/job';
import { PHASE_LABELS, isCoolDown, type SheetStep } from '@radiatrix/core/procedure';
import { formatQuantity } from '@radiatrix/core/quantity';
import type { Person } from '@radiatrix/contract';
import { stepDetail, stepText } from '@radiatrix/words/jobs';
import { figureName } from '@radiatrix/words/figures';
import { materialName } from '@radiatrix/words/work';
import { setTheme } from '../../app/settings.ts';
import { useAppDispatch, useAppSelector, useUnits } from '../../app/store.ts';
import { SendMark } from '../../offline/SendMark.tsx';
import { useSendState } from '../../offline/sender.ts';
import { boot } from '../job/device.ts';
import { recordingWords } from '@radiatrix/words/en/recording';
import { runWords } from '@radiatrix/words/en/run';
import { recordAddress } from '../../app/addresses.ts';
import { Bench, benchParts } from './Bench.tsx';
import { BenchStops, untestedParts } from './bench/BenchStops.tsx';
import { photoOfStep } from './photo-of-step.ts';
import { Lettered } from './Lettered.tsx';
import { More } from './More.tsx';
import { canSpeak, speak } from './speech.ts';
import { CoolDown } from './CoolDown.tsx';
import { Finished } from './Finished.tsx';
import { StepIndex } from './StepIndex.tsx';
import { TrayDrawing } from './TrayDrawing.tsx';
import { TrayLines } from './TrayLines.tsx';
import { useKeeping } from './useKeeping.ts';
import { useRun, type Run } from './useRun.ts';
import { useSwipe } from './useSwipe.ts';
import { useWake } from './useWake.ts';
import { Waits } from './Waits.tsx';
import { Corrected } from '../job/Corrected.tsx';
import { TakeFigure } from '../job/TakeFigure.tsx';
import { Holds } from '../job/Holds.tsx';
import { Units } from '../job/Units.tsx';

type View = 'move' | 'steps' | 'tray' | 'bench';

/** One move at a time on a phone, under the vehicle, with signal or without. */
export function RunPage() {
  const jobId = Number(useParams().id);
  const person = useOutletContext<Person>();
  const answer = useRun(jobId, person);
  useWake();
  if (!answer.run)
    return (
      <div className="mx-auto max-w-[520px] p-4 text-[17px]">
        <h1 className="text-[26px]">Job {jobId}</h1>
        <p role="status" className="mt-2">
          {answer.waiting
            ? 'Opening the job…'
            : answer.problem ||
              'This job is not on this phone yet, and there is no signal. Open it once where there is.'}
        </p>
        <SendMark personId={person.id} />
        <p className="mt-4">
          <Link to="/">Back to the desk</Link>
        </p>
      </div>
    );
  return <Moves run={answer.run} problem={answer.problem} person={person} />;
}

function Moves({ run, problem, person }: { run: Run; problem: string; person: Person }) {
  const [params, setParams] = useSearchParams();
  const view = (params.get('view') ?? 'move') as View;
  const show = (next: View): void =>
    setParams(next === 'move' ? {} : { view: next }, { replace: view !== 'move' });
  const [chosen, setChosen] = useState<string>();
  const first = run.steps.find(({ id }) => run.open.has(id));
  const step = run.steps.find(({ id }) => id === chosen) ?? first;
  const { state } = useSendState(person.id);
  const { job, sheet } = run;
  const kept = useKeeping();
  const title = [job.state.label || job.vehicle.title, sheet ? sheet.part.kind : '']
    .filter(Boolean)
    .join(' · ');
  return (
    <div className="mx-auto flex min-h-dvh max-w-[520px] flex-col">
      <header className="pt-1">
        <div className="flex items-baseline justify-between gap-3">
          <Link to={`/jobs/${job.id}`} className="font-label text-muted truncate text-[17px] no-underline">
            {title} · job {job.id}
          </Link>
          <SendMark personId={person.id} />
        </div>
        {run.steps.length > 0 && (
          <div
            role="img"
            aria-label={`${run.settled.size} of ${run.steps.length} steps settled`}
            className="mt-1.5 flex h-3 items-end gap-[2px]"
          >
            {run.steps.map(({ id }) => (
              <i
                key={id}
                className={`flex-1 ${id === step?.id ? 'bg-copper h-3' : run.settled.has(id) ? 'bg-muted h-2' : 'bg-rule h-2'}`}
              />
            ))}
          </div>
        )}
      </header>
      {problem && (
        <p role="alert" className="border-changes mt-2 border-l-4 pl-3 text-[16px]">
          {problem}
        </p>
      )}
      {kept.insecure && (
        <p className="text-changes mt-2 text-[15px]">
          This address is not a secure one: without signal the application does not open here. Use the address
          that <span className="figure text-[14px]">npm start -- --lan</span> gives.
        </p>
      )}
      <Corrected corrections={job.corrections} />
      <nav aria-label="Of this job" className="mt-2 flex gap-2">
        {(
          [
            ['move', 'Move'],
            ['tray', 'Tray'],
            ['steps', 'All steps'],
            ...(benchParts(job.parts).length > 0 ? [['bench', 'Bench']] : []),
          ] as [View, string][]
        ).map(([each, label]) => (
          <button
            key={each}
            type="button"
            aria-current={view === each ? 'page' : undefined}
            className={`btn !min-h-12 flex-1 !px-1 ${view === each ? '!border-copper text-copper' : 'btn-quiet'}`}
            onClick={() => show(each)}
          >
            {label}
          </button>
        ))}
        <ThemeButton />
      </nav>
      {view === 'steps' && kept.refused && !kept.insecure && (
        <p className="text-muted mt-3 text-[15px]">
          This browser does not promise to keep what is stored here when the phone runs short of space. Put
          Radiatrix on the home screen, then it does.
        </p>
      )}
      {view === 'steps' && (
        <StepIndex
          run={run}
          onStep={(id) => {
            setChosen(id);
            show('move');
          }}
        />
      )}
      {view === 'tray' && (
        <>
          <TrayView run={run} />
          <Holds holds={run.state.holds} say={run.say} busy={false} />
        </>
      )}
      {view === 'bench' && (
        <div className="pb-6 text-[17px]">
          <Bench parts={job.parts} state={run.state} say={run.say} />
          <Units parts={job.parts} state={run.state} say={run.say} busy={false} />
        </div>
      )}
      {view === 'move' &&
        (run.steps.length === 0 ? (
          <p className="mt-4 text-[18px]">
            {problem ? '' : 'There are no steps for this job yet: no part goes in, or no way in is chosen.'}{' '}
            <Link to={`/jobs/${job.id}`}>To the job</Link>
            <Link
              to={recordAddress(job.id)}
              className="btn btn-primary mt-4 flex !min-h-14 text-[20px] no-underline"
            >
              {recordingWords(run.state.recorded.length > 0 ? 'start:more' : 'start')}
            </Link>
          </p>
        ) : step ? (
          <Move
            key={step.id}
            run={run}
            step={step}
            offline={state === 'no signal'}
            onStep={setChosen}
            onBench={() => show('bench')}
          />
        ) : (
          <Finished run={run} onTray={() => show('tray')} />
        ))}
    </div>
  );
}

function ThemeButton() {
  const dispatch = useAppDispatch();
  const theme = useAppSelector((state) => state.settings.theme);
  const dark = theme === 'bay';
  return (
    <button
      type="button"
      className="btn btn-quiet !min-h-12 !px-3"
      aria-label={dark ? 'Light sheet' : 'Dark bay'}
      onClick={() => dispatch(setTheme(dark ? 'sheet' : 'bay'))}
    >
      {dark ? <Sun size={19} aria-hidden="true" /> : <Moon size={19} aria-hidden="true" />}
    </button>
  );
}

interface MoveProps {
  run: Run;
  step: SheetStep;
  offline: boolean;
  onStep: (id: string | undefined) => void;
  onBench: () => void;
}

/** What to do, with which tool, which fasteners into which place, the caution that belongs to it, next. */
function Move({ run, step, onStep, onBench }: MoveProps) {
  const units = useUnits();
  const partId = run.sheet!.part.id;
  const at = run.steps.findIndex(({ id }) => id === step.id);
  const settled = run.settled.has(step.id);
  const may = run.open.has(step.id);
  const isStopped = step.phase === 'install' && (run.isStopped || untestedParts(run).length > 0);
  const fasteners = step.uses.map(({ tray, count }) => ({
    count,
    fastener: run.sheet!.sheet.hardware.find((each) => each.tray === tray)!,
  }));
  const countedBack = step.phase !== 'install' || step.uses.every(({ tray }) => isCounted(run, step, tray));
  // The clock tells when to look; the engine tells whether it is cold.
  const isCold = !isCoolDown(step) || run.state.cooled[step.id] !== undefined;
  const [clicked, setClicked] = useState(false);
  const isRight = !step.clicks || clicked;
  const [onBreak, setOnBreak] = useBreak(run.job.id);
  useWorkTimer(run, step, may && !settled && !onBreak);
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), [step.id]);
  const finish = (done: boolean): void => {
    // What came out as it should needs no tapping: it is counted with the step.
    if (done && step.phase === 'remove')
      for (const { tray, count } of step.uses)
        if (!run.latest().tray[`${tray} ${step.id}`]?.out.length)
          void run.say('fasteners out', { tray, step: step.id, there: count, missing: 0, broken: 0, wrong: 0, over: [] });
    void run.say('step ticked', { step: step.id, phase: step.phase, partId, done, ...(done && step.clicks ? { clicked } : {}) });
    onStep(done ? undefined : step.id);
  };
  const back = run.steps[at - 1];
  const swipe = useSwipe({
    left: () => may && !settled && !isStopped && countedBack && isCold && isRight && finish(true),
    right: () => back && onStep(back.id),
  });
  const said = [stepText(step, units), stepDetail(step), ...step.cautionTexts].filter(Boolean).join('. ');
  return (
    <article aria-label="Move" className="flex flex-1 flex-col" {...swipe}>
      <div className="flex-1 pb-4">
        <p className="font-label text-muted mt-3 flex items-center justify-between text-[16px]">
          <span>{PHASE_LABELS[step.phase]}</span>
          <button
            type="button"
            className={`ml-auto flex min-h-12 items-center gap-1.5 px-3 ${onBreak ? 'text-changes font-semibold' : ''}`}
            aria-pressed={onBreak}
            onClick={() => setOnBreak(!onBreak)}
          >
            {onBreak ? <Play size={18} aria-hidden="true" /> : <Pause size={18} aria-hidden="true" />}
            {onBreak ? 'on a break: go on' : 'Break'}
          </button>
          {canSpeak() && (
            <button type="button" className="min-h-12 min-w-12" aria-label="Say it aloud" onClick={() => speak(said)}>
              <Volume2 size={22} aria-hidden="true" className="mx-auto" />
            </button>
          )}
        </p>
        <h1 ref={heading} tabIndex={-1} className="text-[34px] leading-[1.05] !outline-none">
          {stepText(step, units)}
        </h1>
        {stepDetail(step) && <p className="mt-2 text-[18px] leading-snug">{stepDetail(step)}</p>}
        {at === 0 && <Cautions run={run} />}
        <OnRecord run={run} step={step} />
        <ul aria-label="Tools and hardware" className="mt-3 flex flex-wrap gap-2">
          {fasteners.map(({ fastener, count }) => (
            <li key={fastener.tray} className="border-strong border px-3 py-1.5">
              <strong className="font-label block text-[19px] leading-tight">{fastener.tool || 'by hand'}</strong>
              <span className="text-muted text-[15px]">
                {count} × {fastener.thread}, {fastener.policy}
              </span>
            </li>
          ))}
          {step.torques.map(({ tray, torqueNm, source }) => (
            <li key={`torque ${tray}`} className="border-copper border-2 px-3 py-1.5">
              <strong className="font-label block text-[19px] leading-tight">
                {tray}: {formatQuantity(torqueNm, 'torque', 'both')}
              </strong>
              <span className="text-muted text-[15px]">{source}</span>
            </li>
          ))}
          {[...step.tools, ...step.consumables.map(materialName)].map((tool) => (
            <li key={tool} className="border-strong border px-3 py-1.5">
              <strong className="font-label text-[19px] leading-tight">{tool}</strong>
            </li>
          ))}
          {step.connector && (
            <li className="border-steel border px-3 py-1.5">
              <strong className="figure text-[17px]">{step.connector}</strong>
              <span className="text-muted block text-[15px]">plug</span>
            </li>
          )}
        </ul>
        {step.cautionTexts.map((text) => (
          <p key={text} className="caution mt-3 px-4 py-2.5 text-[17px]">
            <strong aria-hidden="true" className="text-changes mr-2 text-[20px]">
              !
            </strong>
            {text}
          </p>
        ))}
        <Measures run={run} step={step} />
        <BenchStops run={run} step={step} onBench={onBench} />
        {step.uses.length > 0 && (step.phase === 'remove' || step.phase === 'install') && <TrayLines run={run} step={step} />}
        {step.waiting && <Waits run={run} step={step} />}
        {isCoolDown(step) && <CoolDown run={run} step={step} />}
        {step.clicks && may && !settled && (
          <label className="border-strong mt-4 flex !min-h-14 items-center gap-3 border px-4 py-2 text-[18px]">
            <input type="checkbox" className="checkbox" checked={clicked} onChange={({ target }) => setClicked(target.checked)} />
            {runWords('click')}
          </label>
        )}
        <More run={run} step={step} partId={partId} />
        {settled && <Minutes run={run} step={step} />}
        {!may && !settled && (
          <p className="text-changes mt-3 text-[17px]">
            Not yet: something before it is not done{run.sheet!.run ? ', and the map allows no other order' : ''}.{' '}
            <button type="button" className="underline" onClick={() => onStep(undefined)}>
              To what comes next
            </button>
          </p>
        )}
      </div>
      <footer className="bg-ground sticky bottom-0 z-10 grid grid-cols-[104px_1fr] gap-2.5 py-3">
        <button type="button" className="btn btn-quiet !min-h-[64px] text-[21px]" disabled={!back} onClick={() => back && onStep(back.id)}>
          Back
        </button>
        {settled ? (
          <button type="button" className="btn !min-h-[64px] text-[21px]" onClick={() => finish(false)}>
            Take it back
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-primary !min-h-[64px] text-[23px]"
            disabled={!may || isStopped || !countedBack || !isCold || !isRight}
            title={!countedBack ? 'Count back what goes in here first' : isRight ? undefined : runWords('click:first')}
            onClick={() => finish(true)}
          >
            Done, {at + 1} of {run.steps.length}
          </button>
        )}
      </footer>
    </article>
  );
} // prettier-ignore

/** Figures to take before this move takes them away; what was taken stands in their place. */
function Measures({ run, step }: { run: Run; step: SheetStep }) {
  const { measures = [] } = step;
  if (measures.length === 0) return null;
  return (
    <section aria-label={runWords('measure')} className="border-strong mt-4 border p-4">
      <h2 className="heading">{runWords('measure')}</h2>
      {measures.map((key) => {
        const taken = run.state.figures[key];
        return taken ? (
          <p key={key} className="text-straight-in mt-2 text-[17px] font-semibold">
            {runWords('measure:taken', { name: figureName('bay', key), text: taken.text, by: taken.by })}
          </p>
        ) : (
          <TakeFigure key={key} only={key} say={run.say} busy={false} sourceId={run.job.ownSource ?? null} big />
        );
      })}
    </section>
  );
} // prettier-ignore

/** The photograph that the map has of a move; kept by the service worker for when there is no signal. */
function OnRecord({ run, step }: { run: Run; step: SheetStep }) {
  const units = useUnits();
  const photoId = photoOfStep(run.sheet!.run, step.id);
  return photoId === null ? null : (
    <img
      src={`/api/photos/${photoId}?size=small`}
      alt={`On record: ${stepText(step, units)}`}
      className="border-strong mt-3 max-h-56 w-auto border"
    />
  );
}

/** Read before the first step: what the whole job carries. */
function Cautions({ run }: { run: Run }) {
  const { cautions } = run.sheet!.sheet;
  return (
    <section aria-label="Before the first step" className="mt-4">
      <h2 className="heading">Before the first step</h2>
      <ul className="caution mt-1 px-4 py-2.5 text-[17px]">
        {cautions.map(({ code, text }) => (
          <li key={code} className="py-1">
            {text}
          </li>
        ))}
      </ul>
      {run.sheet!.notices.map((notice) => (
        <p key={notice} className="border-changes mt-2 border-l-4 pl-3 text-[17px]">
          {notice}
        </p>
      ))}
    </section>
  );
}

/** A break is not counted as work; it lasts through a reload. */
function useBreak(job: number): [boolean, (next: boolean) => void] {
  const name = `radiatrix:break:${job}`;
  const [on, setOn] = useState(() => sessionStorage.getItem(name) !== null);
  return [
    on,
    (next) => {
      if (next) sessionStorage.setItem(name, 'on');
      else sessionStorage.removeItem(name);
      setOn(next);
    },
  ];
}

/** What a step took, as the phone measured it, and room to put it right. */
function Minutes({ run, step }: { run: Run; step: SheetStep }) {
  const measured = minutesOf(run.state, step.id);
  const [text, setText] = useState('');
  const minutes = Number(text.replace(',', '.'));
  const valid = text.trim() !== '' && minutes >= 0 && minutes <= 1440;
  return (
    <form
      className="mt-4 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (valid) void run.say('minutes put right', { step: step.id, minutes }).then(() => setText(''));
      }}
    >
      <p className="w-full text-[17px]">
        {measured === undefined ? 'Not measured' : `Took ${measured < 1 ? 'less than a minute' : `${Math.round(measured)} min`}`}
        {run.state.putRight[step.id] && `, put right by ${run.state.putRight[step.id]!.by}`}
        <span className="text-muted">, {step.minutes} min on the map</span>
      </p>
      <label>
        <span className="label-text">It really took, min</span>
        <input className="input !h-12 !w-28" inputMode="decimal" value={text} onChange={(event) => setText(event.target.value)} />
      </label>
      <button type="submit" className="btn !min-h-12" disabled={!valid}>
        Put it right
      </button>
    </form>
  );
} // prettier-ignore

/** Whether what goes back at a step has been counted back: the tray is empty only if every place is. */
const isCounted = (run: Run, step: SheetStep, tray: string): boolean =>
  (run.state.tray[`${tray} ${step.id}`]?.back.length ?? 0) > 0;

/** Work at a step is timed from when it comes up to when another does; a break ends it. */
function useWorkTimer(run: Run, step: SheetStep, working: boolean): void {
  const { say } = run;
  const runs = run.timers.has(`work ${step.id}`);
  const timed = working && !step.waiting && (step.phase === 'remove' || step.phase === 'install');
  const begun = useRef(runs);
  begun.current = runs;
  useEffect(() => {
    if (!timed) return;
    const time = (act: 'begin' | 'end'): void => void say('timer', { what: 'work', act, step: step.id, boot, monotonicMs: performance.now() });
    if (!begun.current) time('begin');
    return () => time('end');
  }, [timed, step.id, say]);
} // prettier-ignore

function TrayView({ run }: { run: Run }) {
  const left = run.tray.places.filter((place) => place.left > 0);
  const buy = run.tray.places.filter((place) => place.toBuy > 0);
  const doubt = run.tray.places.filter((place) => place.contradictions.length > 0);
  const where = useMemo(
    () => (tray: string) =>
      run.steps.find((step) => step.phase === 'install' && !run.settled.has(step.id) && step.uses.some((use) => use.tray === tray))?.text,
    [run.steps, run.settled],
  );
  return (
    <section aria-label="The tray" className="pb-6 text-[17px]">
      <TrayDrawing tray={run.tray} />
      <p className="mt-3 text-[19px] font-semibold">
        {run.tray.places.length === 0
          ? 'Nothing comes out on this job.'
          : run.tray.isEmpty
            ? 'The dish is empty.'
            : `${left.reduce((sum, place) => sum + place.left, 0)} still in the dish:`}
      </p>
      <ul>
        {left.map((place) => (
          <li key={place.tray} className="border-rule flex items-center gap-3 border-b py-2">
            <Lettered letter={place.tray} />
            <span className="flex-1">
              <strong>
                {place.left} × {place.fastener.name}
              </strong>
              <span className="text-muted block text-[15px]">
                {place.fastener.thread}
                {where(place.tray) && ` · go back at “${where(place.tray)}”`}
              </span>
            </span>
          </li>
        ))}
      </ul>
      {doubt.length > 0 && (
        <p className="text-changes mt-2 font-semibold">
          Counted differently by two people: {doubt.map(({ tray }) => tray).join(', ')}. Open the step and say which it is.
        </p>
      )}
      {buy.length > 0 && (
        <>
          <h2 className="heading mt-4">To have new</h2>
          <ul>
            {buy.map((place) => (
              <li key={place.tray} className="border-rule border-b py-1.5">
                {place.toBuy} × {place.fastener.name}, {place.fastener.thread}
                <span className="text-muted text-[15px]">
                  {' '}
                  {[place.missing && `${place.missing} missing`, place.broken && `${place.broken} broken`, place.wrong && `${place.wrong} not the right one`, place.fastener.policy !== 'reuse' && place.fastener.policy].filter(Boolean).join(', ')}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
} // prettier-ignore
