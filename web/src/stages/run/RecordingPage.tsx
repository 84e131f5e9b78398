import { useState } from 'react';
import { Link, useOutletContext, useParams, useSearchParams } from 'react-router';
import type { RecordedMove } from '@radiatrix/core/job';
import { cautionsFor } from '@radiatrix/core/procedure';
import type { Person } from '@radiatrix/contract';
import { recordingWords } from '@radiatrix/words/en/recording';
import { SendMark } from '../../offline/SendMark.tsx';
import { Waiting } from '../../ui/notices.tsx';
import { CameOffForm } from './CameOffForm.tsx';
import { minutesSince } from './recorded.ts';
import { useRun, type Run } from './useRun.ts';
import { useWake } from './useWake.ts';

/** Where no map leads: what comes off is said as it is done, and the way back is offered in reverse. With signal or without. */
export function RecordingPage() {
  const jobId = Number(useParams().id);
  const person = useOutletContext<Person>();
  const answer = useRun(jobId, person);
  useWake();
  if (!answer.run)
    return answer.waiting ? (
      <Waiting />
    ) : (
      <div className="mx-auto max-w-[520px] p-4">
        <p role="alert">{answer.problem || recordingWords('not-here')}</p>
        <Link to="/">{recordingWords('desk')}</Link>
      </div>
    );
  return <Recording run={answer.run} problem={answer.problem} person={person} />;
}

function Recording({ run, problem, person }: { run: Run; problem: string; person: Person }) {
  const [params, setParams] = useSearchParams();
  const back = params.get('view') === 'back';
  // The first move is timed from when this page was opened.
  const [opened] = useState(() => Date.now());
  const { recorded } = run.state;
  const out = recorded.filter((move) => move.back === null);
  const since = minutesSince(recorded, opened);
  return (
    <div className="mx-auto flex min-h-dvh max-w-[520px] flex-col pb-8 text-[17px]">
      <header className="flex items-baseline justify-between gap-3 pt-1">
        <Link to={`/jobs/${run.job.id}`} className="font-label text-muted truncate no-underline">
          {run.job.state.label || run.job.vehicle.title} · {recordingWords('to-job')}
        </Link>
        <SendMark personId={person.id} />
      </header>
      <h1 className="mt-1 text-[26px]">{recordingWords('title')}</h1>
      {problem && (
        <p role="alert" className="border-changes mt-2 border-l-4 pl-3 text-[16px]">
          {problem}
        </p>
      )}
      {recorded.length === 0 && !run.state.way && (
        <p className="text-muted mt-1">{recordingWords('about')}</p>
      )}
      <Cautions run={run} />
      <nav aria-label={recordingWords('title')} className="mt-3 flex gap-2">
        {([false, true] as const).map((each) => (
          <button
            key={String(each)}
            type="button"
            aria-current={back === each ? 'page' : undefined}
            className={`btn !min-h-12 flex-1 ${back === each ? '!border-copper !text-copper !border-2' : 'btn-quiet'}`}
            onClick={() => setParams(each ? { view: 'back' } : {}, { replace: true })}
          >
            {recordingWords(each ? 'back' : 'off')}
          </button>
        ))}
      </nav>
      {back ? <WayBack run={run} out={out} since={since} /> : <CameOffForm run={run} since={since} />}
      <Recorded run={run} />
    </div>
  );
}

/** The trade's cautions for such a vehicle: open until the first move is made. */
function Cautions({ run }: { run: Run }) {
  const { engine, transmission, configuration } = run.job.vehicle;
  const cautions = cautionsFor(
    {
      airConditioning: configuration.airConditioning,
      selfShifting: !transmission.startsWith('manual'),
      highVoltage: /hybrid|electric/.test(engine),
    },
    ['restraint'],
  );
  return (
    <details className="mt-3" open={run.state.recorded.length === 0}>
      <summary className="caution px-3 py-2.5 font-semibold">
        {recordingWords('cautions', { n: cautions.length })}
      </summary>
      <ul className="list-disc py-1 pl-8 text-[16px]">
        {cautions.map(({ code, text }) => (
          <li key={code}>{text}</li>
        ))}
      </ul>
    </details>
  );
}

/** What still lies beside the vehicle: the last off is the first back, unless the hands say otherwise. */
function WayBack({ run, out, since }: { run: Run; out: RecordedMove[]; since: () => number | null }) {
  const [renewed, setRenewed] = useState('');
  const total = run.state.recorded.length;
  const [next, ...others] = [...out].reverse();
  const say = (move: RecordedMove): void => {
    void run.say('went back', { thing: move.thing, minutes: since(), renewed: renewed.trim() });
    setRenewed('');
  };
  if (!next)
    return (
      <p role="status" className="mt-4 text-[19px]">
        {total === 0 ? recordingWords('back:none') : recordingWords('back:all', { n: total })}
      </p>
    );
  return (
    <section aria-label={recordingWords('back')} className="mt-4">
      <p className="label-text">{recordingWords('back:next')}</p>
      <p className="font-label text-[28px] leading-tight font-semibold">{next.name}</p>
      <Held move={next} />
      <label className="mt-3 block">
        <span className="label-text">{recordingWords('back:renewed')}</span>
        <input
          className="input !min-h-12"
          value={renewed}
          maxLength={120}
          onChange={(event) => setRenewed(event.target.value)}
        />
      </label>
      <button type="button" className="btn btn-primary mt-3 !min-h-14 w-full text-[20px]" onClick={() => say(next)}>
        {recordingWords('back:done', { name: next.name })}
      </button>
      {others.length > 0 && (
        <details className="mt-3">
          <summary className="text-steel cursor-pointer py-2">{recordingWords('back:other')}</summary>
          <ul className="grid gap-2">
            {others.map((move) => (
              <li key={move.event}>
                <button type="button" className="btn btn-quiet !min-h-12 w-full" onClick={() => say(move)}>
                  {recordingWords('back:done', { name: move.name })}
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
} // prettier-ignore

/** What held a thing, and where it lies. */
function Held({ move }: { move: RecordedMove }) {
  const fasteners = move.fasteners
    .map(({ count, name, tray }) => recordingWords('list:held', { count, name, tray }))
    .join(', ');
  return (
    <span className="text-muted block text-[16px]">
      {recordingWords('list:line', {
        fasteners: fasteners || recordingWords('fasteners:none'),
        tool: move.tool || 'none',
        plug: move.plug || 'none',
      })}
    </span>
  );
}

/** Everything that came off, in the order it did; the newest can be taken back. */
function Recorded({ run }: { run: Run }) {
  const { recorded } = run.state;
  return (
    <section aria-label={recordingWords('list')} className="mt-6">
      <h2 className="heading">
        {recordingWords('list')} <span className="figure">{recorded.length}</span>
      </h2>
      {recorded.length === 0 && <p className="text-muted mt-1">{recordingWords('list:empty')}</p>}
      <ol>
        {recorded.map((move, at) => (
          <li key={move.event} className="border-rule flex items-center gap-3 border-b py-2">
            <span className="figure text-muted w-6">{at + 1}</span>
            <span className="min-w-0 flex-1">
              <span className={move.back ? 'text-muted' : 'font-semibold'}>{move.name}</span>
              {move.back && (
                <span className="text-straight-in ml-2 text-[15px]">{recordingWords('list:back')}</span>
              )}
              <Held move={move} />
            </span>
            {(move.back ?? at === recorded.length - 1) && (
              <button
                type="button"
                className="btn btn-quiet !min-h-12"
                aria-label={`${recordingWords('undo')}: ${move.name}`}
                onClick={() => void run.say('undone', { event: move.back?.event ?? move.event })}
              >
                {recordingWords('undo')}
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
