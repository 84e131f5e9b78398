import { useState, type ComponentType } from 'react';
import { BENCH_TESTS, judgeBench, type BenchTest } from '@radiatrix/core/bench';
import { freshUnit, jobUnits, unitInHand, unitsTested, untested, type BenchTested } from '@radiatrix/core/job'; // prettier-ignore
import type { JobPartLine } from '@radiatrix/contract';
import { benchBecause } from '@radiatrix/words/bench';
import { benchWords as words } from '@radiatrix/words/en/bench';
import { unitsWords } from '@radiatrix/words/en/units';
import { usePractice } from '../../api/usePractice.ts';
import { useUnits } from '../../app/store.ts';
import { CapForm } from './bench/CapForm.tsx';
import type { BenchFormProps, BenchProps } from './bench/controls.tsx';
import { HotWaterForm } from './bench/HotWaterForm.tsx';
import { RunningForm } from './bench/RunningForm.tsx';
import { SwitchingForm } from './bench/SwitchingForm.tsx';
import { Untested } from './bench/Untested.tsx';

/** The form follows the part. */
const FORMS: Record<BenchTest, ComponentType<BenchFormProps>> = {
  'running': RunningForm,
  'hot water': HotWaterForm,
  'pressure': CapForm,
  'switching': SwitchingForm,
}; // prettier-ignore

/** Parts that are tried on the bench before they go in. */
export const benchParts = (parts: readonly JobPartLine[]): JobPartLine[] =>
  parts.filter(
    ({ role, kind, state }) => role === 'goes in' && state !== 'sent back' && BENCH_TESTS[kind] !== undefined,
  );

/** Tests before anything goes in, unit by unit, each with its verdict at once. */
export function Bench({ parts, state, say }: BenchProps) {
  const tried = benchParts(parts);
  if (tried.length === 0) return null;
  return (
    <section aria-label={words('title')}>
      {tried.map((part) => <OfPart key={part.partId} part={part} state={state} say={say} />)}
    </section>
  );
} // prettier-ignore

const unitName = (unit: string): string => (unit === '' ? words('unit:one') : words('unit:name', { unit }));
const triedHow = (test: BenchTested): string =>
  test.test === undefined || test.test === 'running'
    ? words('tried:running', { fan: test.fan, state: test.state })
    : words(`test:${test.test}`);

function OfPart({ part, state, say }: { part: JobPartLine } & Omit<BenchProps, 'parts'>) {
  const practice = usePractice();
  const units = useUnits();
  const tested = unitsTested(state.bench, practice).filter(({ partId }) => partId === part.partId);
  const inHand = unitInHand(state, part.partId, practice);
  const [unit, setUnit] = useState(inHand?.unit ?? '');
  const Form = FORMS[BENCH_TESTS[part.kind]!];
  const all = jobUnits(state, practice).filter(({ partId }) => partId === part.partId);
  const next = freshUnit(state, part.partId);
  const bringNext = (): void => {
    void say('unit moved', { partId: part.partId, unit: next, to: 'here', from: '', why: '' });
    setUnit(next);
  };
  const skipped = state.benchSkipped.filter(({ partId }) => partId === part.partId);
  const colour = { 'failed': 'border-no text-no', 'passed': 'border-straight-in text-straight-in', 'untold': 'border-steel text-steel' } as const;
  return (
    <div className="mt-3">
      <h3 className="text-[19px]">{words('on-bench', { number: part.number })}</h3>
      <ul>
        {tested.flatMap((own) => own.tests.map((test) => {
          const { word, because } = judgeBench(test, practice);
          return (
            <li key={test.event} className={`border-l-4 py-1 pl-3 ${colour[word]}`}>
              <strong>{words('result', { unit: unitName(own.unit), how: triedHow(test), word: words(`word:${word}`) })}</strong>: {benchBecause(because, units)}. {word === 'failed' && words('not-in')}
            </li>
          );
        }))}
        {skipped.map((each) => <li key={each.event} className="border-steel text-steel border-l-4 py-1 pl-3">{unitName(each.unit)} {words('untested:said', { why: each.why })} · {each.by}</li>)}
      </ul>
      {!inHand && all.length > 0 && <button type="button" className="btn mt-1 !min-h-12" onClick={bringNext}>{unitsWords('next')}</button>}
      {inHand?.failed && unit === inHand.unit && (
        <p className="mt-1 flex flex-wrap gap-2">
          <button type="button" className="btn !min-h-12" onClick={() => void say('unit moved', { partId: part.partId, unit: inHand.unit, to: 'sent back', from: '', why: '' })}>{unitsWords('send-back')}</button>
          <button type="button" className="btn !min-h-12" onClick={bringNext}>{unitsWords('next')}</button>
        </p>
      )}
      <Form
        key={`${part.partId} ${tested.length}`}
        part={part}
        unit={unit}
        onUnit={setUnit}
        onResult={(reading, fan) => void say('bench tested', { ...reading, partId: part.partId, fan, unit: unit.trim() })}
      />
      {untested(state, practice).some(({ partId }) => partId === part.partId) && <Untested part={part} state={state} say={say} />}
    </div>
  );
} // prettier-ignore
