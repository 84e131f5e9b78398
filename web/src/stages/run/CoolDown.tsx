import { useState } from 'react';
import type { SheetStep } from '@radiatrix/core/procedure';
import { runWords } from '@radiatrix/words/en/run';
import { usePractice } from '../../api/usePractice.ts';
import { useUnits } from '../../app/store.ts';
import { TakeReading } from '../../instruments/TakeReading.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import type { Run } from './useRun.ts';

const temperature = (value: number) => ({ value, dimension: 'temperature' as const });

/** What ends a cool-down: the coolant measured below the shop's limit, or the upper hose felt. Never the clock. */
export function CoolDown({ run, step }: { run: Run; step: SheetStep }) {
  const units = useUnits();
  const { openBelow } = usePractice();
  const [text, setText] = useState('');
  const found = run.state.cooled[step.id];
  if (found)
    return (
      <p className="text-straight-in mt-3 text-[17px] font-semibold">
        {runWords('cooled:by', {
          found: runWords(`cooled:${found.how}`, { temp: temperature(found.tempC ?? 0) }, units),
          by: found.by,
        })}
      </p>
    );
  const read = readQuantity(text, 'temperature', units);
  const tempC = typeof read === 'number' ? read : undefined;
  const isHot = tempC !== undefined && tempC >= openBelow;
  const end = (how: 'measured' | 'felt', at: number | null) => void run.say('cooled', { step: step.id, how, tempC: at }); // prettier-ignore
  return (
    <section aria-label={runWords('cool:title')} className="border-strong mt-4 border p-4">
      <h2 className="heading">{runWords('cool:title')}</h2>
      <p className="mt-1 text-[17px]">{runWords('cool:how', { below: temperature(openBelow) }, units)}</p>
      <div className="mt-3 flex flex-wrap items-end gap-2">
        <QuantityField label={runWords('cool:temp')} dimension="temperature" text={text} onText={setText} className="w-[112px]" big />
        <TakeReading quantities={['coolant']} onTaken={(values) => setText(`${values.get('coolant')} °C`)} />
        <button type="button" className="btn !min-h-12" disabled={tempC === undefined || isHot} onClick={() => end('measured', tempC!)}>
          {tempC === undefined || isHot ? runWords('cool:enter') : runWords('cool:measured', { temp: temperature(tempC) }, units)}
        </button>
      </div>
      {isHot && <p role="alert" className="text-no mt-2 text-[17px] font-semibold">{runWords('cool:hot', { temp: temperature(tempC), below: temperature(openBelow) }, units)}</p>}
      <button type="button" className="btn mt-3 !min-h-14 w-full text-[18px]" disabled={isHot} onClick={() => end('felt', null)}>{runWords('cool:felt')}</button>
    </section>
  );
} // prettier-ignore
