import { useEffect, useState } from 'react';
import type { SheetStep } from '@radiatrix/core/procedure';
import { boot } from '../job/device.ts';
import type { Run } from './useRun.ts';

const clockText = (seconds: number): string => {
  const whole = Math.max(0, Math.round(seconds));
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60];
  return `${h > 0 ? `${h}:` : ''}${String(m).padStart(h > 0 ? 2 : 1, '0')}:${String(s).padStart(2, '0')}`;
};

/** A wait, counted down from when it was begun: by the wall clock, so that a reload or a locked screen changes nothing. */
export function Waits({ run, step }: { run: Run; step: SheetStep }) {
  const [now, setNow] = useState(() => Date.now());
  const since = run.timers.get(`waiting ${step.id}`);
  useEffect(() => {
    if (since === undefined) return;
    const beat = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(beat);
  }, [since]);
  const time = (act: 'begin' | 'end'): void =>
    void run.say('timer', { what: 'waiting', act, step: step.id, boot, monotonicMs: performance.now() });
  if (since === undefined)
    return (
      <button type="button" className="btn mt-4 !min-h-12 w-full" onClick={() => time('begin')}>
        Start the wait, {step.minutes} min
      </button>
    );
  const left = step.minutes * 60 - (now - since) / 1000;
  return (
    <div className="border-strong mt-4 border p-4 text-center" role="timer" aria-label="Wait">
      <p className={`figure text-[44px] leading-none ${left <= 0 ? 'text-straight-in' : ''}`}>
        {clockText(Math.abs(left))}
      </p>
      <p className="text-muted mt-1 text-[16px]">{left > 0 ? 'still to wait' : 'over the time asked for'}</p>
      <button type="button" className="btn btn-quiet mt-3 !min-h-12" onClick={() => time('end')}>
        The wait is over
      </button>
    </div>
  );
}
