import { useState } from 'react';
import type { JobState, TrayPlace } from '@radiatrix/core/job';
import { clipOf, standIns, type SheetStep } from '@radiatrix/core/procedure';
import { Lettered } from './Lettered.tsx';
import type { Run } from './useRun.ts';

/** What a step takes out, counted as it was found; or puts back, counted down. */
export function TrayLines({ run, step }: { run: Run; step: SheetStep }) {
  const back = step.phase === 'install';
  return (
    <section aria-label="Tray" className="border-rule mt-4 border-t pt-3">
      <p className="flex items-baseline justify-between">
        <span className="font-label text-muted text-[17px] tracking-[0.08em] uppercase">Tray</span>
        <span className="figure text-muted text-[15px]">
          out {run.tray.places.reduce((sum, place) => sum + place.there, 0)} · back{' '}
          {run.tray.places.reduce((sum, place) => sum + place.back, 0)}
        </span>
      </p>
      {step.uses.map(({ tray, count }) => {
        const place = run.tray.places.find((each) => each.tray === tray);
        if (!place) return null;
        return back ? (
          <Back key={tray} run={run} step={step} place={place} count={count} />
        ) : (
          <Out key={tray} run={run} step={step} place={place} count={count} />
        );
      })}
    </section>
  );
}

/** What a place of the tray held when it was counted out. */
type Found = Record<'there' | 'missing' | 'broken' | 'wrong', number>;

interface Props {
  run: Run;
  step: SheetStep;
  place: TrayPlace;
  count: number;
}

const Stepper = ({ label, value, of, onStep }: { label: string; value: number; of?: number; onStep: (by: 1 | -1) => void }) => (
  <span role="group" aria-label={label} className="border-strong inline-grid grid-cols-[52px_72px_52px] border">
    <button type="button" className="min-h-[52px] text-[26px] leading-none" aria-label={`One less ${label}`} disabled={value <= 0} onClick={() => onStep(-1)}>
      −
    </button>
    <output className="figure border-strong grid place-items-center border-x text-[20px]">
      {value}
      {of !== undefined && ` / ${of}`}
    </output>
    <button type="button" className="min-h-[52px] text-[26px] leading-none" aria-label={`One more ${label}`} disabled={value >= 200} onClick={() => onStep(1)}>
      +
    </button>
  </span>
); // prettier-ignore

const Named = ({ place, children }: { place: TrayPlace; children?: React.ReactNode }) => (
  <span className="min-w-0 flex-1">
    <strong className="block text-[18px] leading-tight">{place.fastener.name}</strong>
    <span className="figure text-muted block text-[14px]">{place.fastener.thread}</span>
    {children}
  </span>
);

function Out({ run, step, place, count }: Props) {
  const [isOpen, setOpen] = useState(false);
  const countsIn = ({ tray }: JobState) => tray[`${place.tray} ${step.id}`]?.out ?? [];
  const foundIn = (state: JobState): Found => countsIn(state).at(-1) ?? { there: count, missing: 0, broken: 0, wrong: 0 };
  const last = countsIn(run.state).at(-1);
  const found = foundIn(run.state);
  const contradiction = place.contradictions.find((each) => each.step === step.id && each.what === 'out');
  // Counted from what was tapped last, which may not be on screen yet: two quick taps are two.
  const put = (change: (now: Found) => Partial<Found>): void => {
    const state = run.latest();
    const now = foundIn(state);
    const { there, missing, broken, wrong } = { ...now, ...change(now) };
    void run.say('fasteners out', { tray: place.tray, step: step.id, there, missing, broken, wrong, over: countsIn(state).map(({ event }) => event) });
  };
  /** Fewer found than there should be are missing ones: the order list has them. */
  const more = (by: number) => (now: Found): Partial<Found> => {
    const there = Math.max(0, now.there + by);
    return { there, missing: Math.max(0, count - there - now.broken) };
  };
  /** One that should be there is gone, sheared off or another: it is taken from those that are. */
  const one = (what: 'missing' | 'broken' | 'wrong', by: number) => (now: Found): Partial<Found> => {
    const value = Math.max(0, now[what] + by);
    return { [what]: value, ...(what === 'wrong' ? {} : { there: Math.max(0, now.there - (value - now[what])) }) };
  };
  return (
    <div className="border-rule border-b py-2.5">
      <div className="flex items-center gap-3">
        <Lettered letter={place.tray} />
        <Named place={place}>
          <span className={`text-[14px] ${last ? 'text-straight-in' : 'text-muted'}`}>{last ? 'counted' : `should be ${count}`}</span>
        </Named>
        <Stepper label={`found in ${place.tray}`} value={found.there} of={count} onStep={(by) => put(more(by))} />
      </div>
      {contradiction && <Contradiction run={run} place={place} step={step} contradiction={contradiction} />}
      <div className="mt-2 flex flex-wrap gap-2">
        {!last && (
          <button type="button" className="btn !min-h-12" onClick={() => put(() => ({}))}>
            All {count} there
          </button>
        )}
        <button type="button" className="btn btn-quiet !min-h-12" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {found.missing + found.broken + found.wrong > 0
            ? [found.missing && `${found.missing} missing`, found.broken && `${found.broken} broken`, found.wrong && `${found.wrong} not the right one`].filter(Boolean).join(', ')
            : 'Not all as it should be'}
        </button>
      </div>
      {isOpen && (
        <div className="mt-2 grid gap-2">
          {(['missing', 'broken', 'wrong'] as const).map((what) => (
            <div key={what} className="flex items-center justify-between gap-3">
              <span className="text-[17px]">{what === 'wrong' ? 'not the right one' : what}</span>
              <Stepper label={`${what === 'wrong' ? 'not the right one' : what} in ${place.tray}`} value={found[what]} onStep={(by) => put(one(what, by))} />
            </div>
          ))}
        </div>
      )}
    </div>
  );
} // prettier-ignore

function Back({ run, step, place, count }: Props) {
  const [offered, setOffered] = useState<string>();
  const countsIn = ({ tray }: JobState) => tray[`${place.tray} ${step.id}`]?.back ?? [];
  const valueIn = (state: JobState): number => countsIn(state).at(-1)?.count ?? 0;
  const contradiction = place.contradictions.find((each) => each.step === step.id && each.what === 'back');
  const put = (next: (now: number) => number): void => {
    const state = run.latest();
    void run.say('fasteners back', { tray: place.tray, step: step.id, count: next(valueIn(state)), over: countsIn(state).map(({ event }) => event) });
  };
  const hazard = place.hazards.find(({ tray }) => tray === offered);
  const inDish = new Set([place.tray, ...place.hazards.map(({ tray }) => tray)]);
  const isCounted = countsIn(run.state).length > 0;
  return (
    <div className="border-rule border-b py-2.5">
      <div className="flex items-center gap-3">
        <Lettered letter={place.tray} />
        <Named place={place}>
          <span className="text-muted text-[14px]">{place.left} left in the dish</span>
        </Named>
        <Stepper label={`back from ${place.tray}`} value={valueIn(run.state)} of={count} onStep={(by) => put((now) => Math.max(0, now + by))} />
      </div>
      {contradiction && <Contradiction run={run} place={place} step={step} contradiction={contradiction} />}
      {place.hazards.length > 0 && !isCounted ? (
        <div className="mt-2">
          <p className="text-[16px]">Which place do you take them from?</p>
          <div className="mt-1.5 flex flex-wrap gap-3">
            {[...inDish].sort().map((letter) => (
              <button
                key={letter}
                type="button"
                aria-label={`From place ${letter}`}
                className="p-1"
                onClick={() => {
                  setOffered(letter);
                  if (letter === place.tray) put(() => count);
                }}
              >
                <Lettered letter={letter} size={52} tone={letter === offered ? 'copper' : 'muted'} />
              </button>
            ))}
          </div>
          {hazard && (
            <p role="alert" className="border-no bg-wash-no text-no mt-2 border-l-4 px-3 py-2 text-[17px] font-semibold">
              Stop. {hazard.sort === 'clip' ? <>{hazard.tray} is for a hole {hazard.byMm} mm {hazard.longer ? 'smaller: here it falls out' : 'larger: here it splits the panel or stands proud'}</> : <>{hazard.tray} has the same thread ({hazard.thread}) and is {hazard.byMm} mm {hazard.longer ? 'shorter: it holds by too few turns' : 'longer: here it goes into what is behind'}</>}. Take {place.tray}.
            </p>
          )}
        </div>
      ) : (
        !isCounted && (
          <button type="button" className="btn mt-2 !min-h-12" onClick={() => put(() => count)}>
            All {count} back
          </button>
        )
      )}
      {place.toBuy > 0 && <Replaced run={run} place={place} />}
    </div>
  );
} // prettier-ignore

function Replaced({ run, place }: { run: Run; place: TrayPlace }) {
  const [by, setBy] = useState('');
  const { thread } = place.fastener;
  const clip = clipOf(thread);
  const replaced = (what: string): void => {
    void run.say('fasteners replaced', { tray: place.tray, count: place.toBuy, by: what });
    setBy('');
  };
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        replaced(by.trim() || thread);
      }}
    >
      {clip && (
        <fieldset>
          <legend className="text-[16px]">{place.toBuy} to replace. What went in?</legend>
          <div className="mt-1.5 grid gap-2">
            {standIns(clip).map(({ text, said }) => (
              <button key={text} type="button" className="btn btn-quiet !min-h-12 !justify-start !text-left !leading-tight !normal-case" onClick={() => replaced(text)}>
                <span><strong className="block">{text}</strong><span className="text-muted block text-[14px] font-normal">{said}</span></span>
              </button>
            ))}
          </div>
        </fieldset>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <label className="min-w-[160px] flex-1">
          <span className="label-text">{clip ? 'or something else' : `${place.toBuy} to replace, by`}</span>
          <input className="input !h-12" value={by} maxLength={120} placeholder={thread} onChange={(event) => setBy(event.target.value)} />
        </label>
        <button type="submit" className="btn !min-h-12">Replaced</button>
      </div>
    </form>
  );
} // prettier-ignore

/** Two devices counted and did not see each other: a person says which it is. */
function Contradiction({ run, place, step, contradiction }: { run: Run; place: TrayPlace; step: SheetStep; contradiction: TrayPlace['contradictions'][number] }) {
  const counts = run.state.tray[`${place.tray} ${step.id}`]!;
  const over = [...counts.out, ...counts.back].map(({ event }) => event);
  const keep = (event: string): void => {
    const out = counts.out.find((each) => each.event === event);
    const back = counts.back.find((each) => each.event === event);
    if (out) void run.say('fasteners out', { tray: place.tray, step: step.id, there: out.there, missing: out.missing, broken: out.broken, wrong: out.wrong, over });
    if (back) void run.say('fasteners back', { tray: place.tray, step: step.id, count: back.count, over });
  };
  return (
    <div role="alert" className="border-changes mt-2 border-l-4 px-3 py-2">
      <p className="text-[17px] font-semibold">Counted twice, and not the same. Which is it?</p>
      <div className="mt-1.5 grid gap-2">
        {contradiction.said.map(({ by, event, count }) => (
          <button key={event} type="button" className="btn btn-quiet !min-h-12 !justify-start" onClick={() => keep(event)}>
            {count}, says {by}
          </button>
        ))}
      </div>
    </div>
  );
} // prettier-ignore
