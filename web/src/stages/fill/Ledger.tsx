import { useState } from 'react';
import {
  GOT_BY,
  GOT_WORDS,
  LIQUIDS,
  isCooling,
  moveProblem,
  type CoolantMove,
  type GotBy,
  type Liquid,
  type WayMoved,
  WAYS_MOVED,
} from '@radiatrix/core/coolant';
import { FILL_STAGES, type FillStage } from '@radiatrix/core/job';
import { formatQuantity } from '@radiatrix/core/quantity';
import { accountWords } from '@radiatrix/words/en/account';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import type { FillProps } from './props.ts';

/** Everything that went out and in, as it was measured, with what was inside after each. */
export function Ledger({ filling, say, busy }: FillProps) {
  const units = useUnits();
  const { job, own } = filling;
  const litres = (value: number): string => formatQuantity(value, 'volume', units);
  return (
    <section aria-label="Out and in" className="mt-5">
      <h2 className="heading">Out and in</h2>
      <div className="relative overflow-x-auto">
        <table className="w-full border-collapse">
          <thead>
            <tr className="text-muted font-label text-left text-[14px]">
              <th scope="col" className="py-1 pr-2 font-medium">When</th>
              <th scope="col" className="pr-2 font-medium">What</th>
              <th scope="col" className="px-2 text-right font-medium">Out</th>
              <th scope="col" className="px-2 text-right font-medium">In</th>
              <th scope="col" className="px-2 font-medium">How it was got</th>
              <th scope="col" className="px-2 text-right font-medium">Inside after</th>
              <th scope="col"><span className="sr-only">Take back</span></th>
            </tr>
          </thead>
          <tbody>
            {job.state.moves.map((move, at) => {
              const after = own?.account.course[at];
              return (
                <tr key={move.event} className="border-rule border-t align-baseline">
                  <td className="text-muted py-1 pr-2 text-[14px] whitespace-nowrap">{move.at.slice(11, 16)} {move.stage}</td>
                  <td className="pr-2">{move.liquid}{move.strength !== null && ` ${move.strength} %`}{move.lost && <em className="text-no not-italic">, on the ground</em>}{move.note && <span className="text-muted">, {move.note}</span>}</td>
                  <td className="figure px-2 text-right whitespace-nowrap">{move.way === 'in' ? '' : litres(move.litres)}</td>
                  <td className="figure px-2 text-right whitespace-nowrap">{move.way === 'out' ? '' : litres(move.litres)}</td>
                  <td className="text-muted px-2 text-[14px]">{GOT_WORDS[move.got]}{move.tempC !== null && move.tempC > 30 && `, at ${formatQuantity(move.tempC, 'temperature', units)}`}</td>
                  <td className="figure px-2 text-right whitespace-nowrap">{isCooling(move.liquid) && after ? `${litres(after.insideL)}, ${Math.round(after.strength)} %` : ''}</td>
                  <td className="text-right">
                    <button type="button" className="text-no text-[14px] underline" disabled={busy} aria-label={`Take back ${move.litres} L ${move.liquid} ${move.way}`} onClick={() => void say('undone', { event: move.event }).catch(() => {})}>Undo</button>
                  </td>
                </tr>
              );
            })}
            {job.state.moves.length === 0 && (
              <tr className="border-rule border-t">
                <td colSpan={7} className="text-muted py-2">Nothing yet. What comes out first is written first: caught in a jug, or on the ground.</td>
              </tr>
            )}
          </tbody>
        </table>
      </div>
      <AddMove filling={filling} say={say} busy={busy} />
    </section>
  );
} // prettier-ignore

function AddMove({ filling, say, busy }: FillProps) {
  const units = useUnits();
  const some = filling.job.state.moves.length > 0;
  const [way, setWay] = useState<WayMoved>('out');
  const [chosen, setLiquid] = useState<Liquid>('coolant');
  const [at, setStage] = useState<FillStage>(some ? 'fill' : 'remove');
  // A hose brings water, and is a flush.
  const [liquid, stage]: [Liquid, FillStage] = way === 'through' ? ['water', 'flush'] : [chosen, at];
  const [text, setText] = useState('');
  const [got, setGot] = useState<GotBy>('jug');
  const [temp, setTemp] = useState('');
  const [strength, setStrength] = useState('');
  const [lost, setLost] = useState(false);
  const litres = readQuantity(text, 'volume', units);
  const tempC = readQuantity(temp, 'temperature', units);
  const percent = readQuantity(strength, 'share', units);
  const asks = way === 'in' && (liquid === 'ready-mixed' || liquid === 'coolant' || liquid === 'concentrate');
  const move: CoolantMove = { way, liquid, litres: litres ?? 0, got, tempC: tempC ?? null, strength: asks ? (percent ?? null) : null, lost: way !== 'in' && lost };
  const problem = text === '' ? undefined : moveProblem(move, filling.own?.opening.capacity.value ?? filling.record.capacity?.value ?? 60) || undefined;
  const ready = typeof litres === 'number' && !problem && tempC !== undefined && (!asks || percent !== undefined);
  return (
    <form
      aria-label="Write down what went out or in"
      className="mt-2 flex flex-wrap items-start gap-x-3 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        void say('coolant moved', { ...move, stage, note: '' })
          .then(() => {
            setText('');
            setTemp('');
            setLost(false);
          })
          .catch(() => {});
      }}
    >
      <Field label="Way" className="w-[132px]">
        <select className="select" value={way} onChange={(event) => setWay(event.target.value as WayMoved)}>
          {WAYS_MOVED.map((each) => <option key={each} value={each}>{accountWords(`way:${each}`)}</option>)}
        </select>
      </Field>
      <Field label="What" className="w-[156px]">
        <select className="select" value={liquid} disabled={way === 'through'} onChange={(event) => setLiquid(event.target.value as Liquid)}>
          {LIQUIDS.map((each) => <option key={each}>{each}</option>)}
        </select>
      </Field>
      <QuantityField label="How much" dimension="volume" text={text} onText={setText} problem={problem} className="w-[112px]" />
      <Field label="How it was got" className="w-[156px]">
        <select className="select" value={got} onChange={(event) => setGot(event.target.value as GotBy)}>
          {GOT_BY.map((each) => <option key={each} value={each}>{GOT_WORDS[each]}</option>)}
        </select>
      </Field>
      {asks && <QuantityField label={liquid === 'ready-mixed' ? 'Strength (50 %)' : 'Strength, if known'} dimension="share" text={strength} onText={setStrength} className="w-[112px]" />}
      <QuantityField label="Hot? At" dimension="temperature" text={temp} onText={setTemp} className="w-[92px]" />
      <Field label="When" className="w-[108px]">
        <select className="select" value={stage} disabled={way === 'through'} onChange={(event) => setStage(event.target.value as FillStage)}>
          {FILL_STAGES.map((each) => <option key={each}>{each}</option>)}
        </select>
      </Field>
      {way !== 'in' && (
        <label className="mt-6 flex items-center gap-1.5">
          <input type="checkbox" className="checkbox !size-4" checked={lost} onChange={(event) => setLost(event.target.checked)} /> on the ground
        </label>
      )}
      {way === 'through' && <p className="text-muted w-full text-[14px]">{accountWords('through:hint')}</p>}
      <button type="submit" className="btn btn-quiet mt-[22px]" disabled={busy || !ready}>Write it down</button>
    </form>
  );
} // prettier-ignore
