import { Camera, Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { PLACES, outStep, recordedCode, type Place } from '@radiatrix/core/access';
import type { PartKind } from '@radiatrix/core/figures';
import { recordingWords } from '@radiatrix/words/en/recording';
import { codeOf, freeTray } from './recorded.ts';
import type { Run } from './useRun.ts';

/** What usually comes off on the way to a radiator or fan, in the order it usually does; common practice. */
const USUAL = [
  'battery-cover', 'engine-cover', 'air-duct', 'air-cleaner', 'upper-cover', 'grille', 'bumper-cover', 'undertray', 'upper-hose',
  'lower-hose', 'bottle-hose', 'cooler-lines', 'fan', 'shroud', 'upper-brackets', 'condenser', 'radiator',
] as const; // prettier-ignore
const PARTS: Partial<Record<(typeof USUAL)[number], PartKind>> = {
  fan: 'fan',
  shroud: 'shroud',
  radiator: 'radiator',
};
const TOOLS = ['hand', 'clip', 'pliers', '8', '10', '13', 't25', 'cross'] as const;
const HELD = ['bolts', 'clips', 'clamps', 'screws', 'nuts'] as const;

/** The thing that came off. */
interface InHand {
  code: string;
  name: string;
  partKind: PartKind | null;
}
const usual = (code: (typeof USUAL)[number]): InHand => ({
  code,
  name: recordingWords(`thing:${code}`),
  partKind: PARTS[code] ?? null,
});

/** What came off: chosen or named, then how, with a few taps. */
export function CameOffForm({ run, since }: { run: Run; since: () => number | null }) {
  const [inHand, setInHand] = useState<InHand | null>(null);
  const [other, setOther] = useState('');
  if (inHand)
    return <How key={inHand.code} inHand={inHand} run={run} since={since} onDone={() => setInHand(null)} />;
  const off = new Set(run.state.recorded.filter(({ back }) => back === null).map(({ thing }) => thing));
  return (
    <section aria-label={recordingWords('what')} className="mt-4">
      <p className="label-text">{recordingWords('what')}</p>
      <ul className="mt-1 grid grid-cols-2 gap-2">
        {USUAL.filter((code) => !off.has(code)).map((code) => (
          <li key={code}>
            <button
              type="button"
              className="btn btn-quiet !min-h-12 w-full !px-2"
              onClick={() => setInHand(usual(code))}
            >
              {recordingWords(`thing:${code}`)}
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-3 flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          const name = other.trim();
          if (name === '') return;
          setOther('');
          setInHand({ code: codeOf(name), name, partKind: null });
        }}
      >
        <label className="flex-1">
          <span className="label-text">{recordingWords('other:name')}</span>
          <input
            className="input !min-h-12"
            value={other}
            maxLength={80}
            onChange={(event) => setOther(event.target.value)}
          />
        </label>
        <button type="submit" className="btn !min-h-12" disabled={other.trim() === ''}>
          {recordingWords('other')}
        </button>
      </form>
    </section>
  );
}

/** How it came off: place, tool, what held it, what broke. */
function How({ inHand, run, since, onDone }: { inHand: InHand; run: Run; since: () => number | null; onDone: () => void }) {
  const last = run.state.recorded.at(-1);
  const [place, setPlace] = useState<Place>(last?.place ?? 'above');
  const [tool, setTool] = useState('');
  const [held, setHeld] = useState<(typeof HELD)[number]>('bolts');
  const [count, setCount] = useState(0);
  const [broken, setBroken] = useState(0);
  const [plug, setPlug] = useState('');
  const [coolant, setCoolant] = useState('');
  const [note, setNote] = useState('');
  const tray = freeTray(run.state.recorded);
  const litres = Number(coolant.replace(',', '.'));
  const wrong = coolant.trim() !== '' && !(litres >= 0 && litres <= 60);
  const send = (): void => {
    void run.say('came off', {
      thing: inHand.code,
      name: inHand.name,
      partKind: inHand.partKind,
      place,
      tool,
      fasteners: count > 0 ? [{ tray, name: recordingWords(`held:${held}`), count }] : [],
      plug: plug.trim(),
      broken,
      coolantL: coolant.trim() === '' ? null : litres,
      minutes: since(),
      note: note.trim(),
    });
    onDone();
  };
  return (
    <section aria-label={inHand.name} className="mt-4">
      <div className="flex items-baseline justify-between gap-3">
        <p className="font-label text-[28px] leading-tight font-semibold">{inHand.name}</p>
        <button type="button" className="text-steel py-2 underline" onClick={onDone}>{recordingWords('change')}</button>
      </div>
      <Choice name={recordingWords('place')} value={place} choices={PLACES.map((each) => [each, recordingWords(`place:${each}`)])} onChoose={(next) => setPlace(next as Place)} />
      <Choice name={recordingWords('tool')} value={tool} choices={TOOLS.map((each) => [recordingWords(`tool:${each}`), recordingWords(`tool:${each}`)])} onChoose={setTool} />
      <Counter name={recordingWords('fasteners')} value={count} note={count > 0 ? recordingWords('fasteners:tray', { tray }) : recordingWords('fasteners:none')} onChange={setCount} />
      {count > 0 && (
        <>
          <Choice name={recordingWords('fasteners:name')} value={held} choices={HELD.map((each) => [each, recordingWords(`held:${each}`)])} onChoose={(next) => setHeld(next as (typeof HELD)[number])} />
          {held === 'clips' && <Counter name={recordingWords('broken')} value={broken} onChange={(next) => setBroken(Math.min(count, next))} />}
        </>
      )}
      <div className="mt-3 grid grid-cols-2 gap-3">
        <Box name={recordingWords('plug')} value={plug} max={80} onChange={setPlug} />
        <Box name={recordingWords('coolant')} value={coolant} max={8} numeric problem={wrong ? recordingWords('coolant:wrong') : ''} onChange={setCoolant} />
      </div>
      <Box name={recordingWords('note')} value={note} max={400} onChange={setNote} />
      <PhotoOf thing={inHand.code} run={run} />
      <button type="button" className="btn btn-primary mt-4 !min-h-14 w-full text-[20px]" disabled={wrong} onClick={send}>
        {recordingWords('done', { name: inHand.name })}
      </button>
    </section>
  );
} // prettier-ignore

/** A photograph of how it sits, kept with the move that takes it off. */
function PhotoOf({ thing, run }: { thing: string; run: Run }) {
  const step = outStep(recordedCode(thing));
  const kept = run.state.photos.filter((photo) => photo.step === step).length;
  const [wrong, setWrong] = useState('');
  const take = (file: File | undefined): void => {
    if (!file) return;
    setWrong('');
    run.photograph(step, file).catch(() => setWrong(recordingWords('photo:wrong')));
  };
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3">
      <label className="btn btn-quiet focus-within:outline-copper relative !min-h-12 cursor-pointer focus-within:outline-2">
        <Camera size={18} aria-hidden="true" /> {recordingWords('photo')}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(event) => {
            take(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
      </label>
      {kept > 0 && <span role="status">{recordingWords('photo:kept', { n: kept })}</span>}
      {wrong && (
        <span role="alert" className="text-no">
          {wrong}
        </span>
      )}
    </div>
  );
}

function Choice({
  name,
  value,
  choices,
  onChoose,
}: {
  name: string;
  value: string;
  choices: readonly (readonly [value: string, label: string])[];
  onChoose: (value: string) => void;
}) {
  return (
    <fieldset className="mt-3">
      <legend className="label-text">{name}</legend>
      <div className="flex flex-wrap gap-2">
        {choices.map(([each, label]) => (
          <button
            key={each}
            type="button"
            aria-pressed={value === each}
            className={`btn !min-h-12 !px-3 ${value === each ? '!border-copper !text-copper !border-2' : 'btn-quiet'}`}
            onClick={() => onChoose(value === each ? '' : each)}
          >
            {label}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

function Counter({
  name,
  value,
  note,
  onChange,
}: {
  name: string;
  value: number;
  note?: string;
  onChange: (value: number) => void;
}) {
  return (
    <div role="group" aria-label={name} className="mt-3">
      <p className="label-text">{name}</p>
      <div className="flex items-center gap-3">
        <button
          type="button"
          className="btn btn-quiet !size-12 !p-0"
          aria-label={recordingWords('fewer')}
          disabled={value === 0}
          onClick={() => onChange(value - 1)}
        >
          <Minus size={20} aria-hidden="true" />
        </button>
        <output className="figure w-10 text-center text-[26px]">{value}</output>
        <button
          type="button"
          className="btn btn-quiet !size-12 !p-0"
          aria-label={recordingWords('more')}
          disabled={value >= 200}
          onClick={() => onChange(value + 1)}
        >
          <Plus size={20} aria-hidden="true" />
        </button>
        <span className="text-muted">{note}</span>
      </div>
    </div>
  );
}

function Box({
  name,
  value,
  max,
  numeric = false,
  problem = '',
  onChange,
}: {
  name: string;
  value: string;
  max: number;
  numeric?: boolean;
  problem?: string;
  onChange: (value: string) => void;
}) {
  return (
    <label className="mt-3 block">
      <span className="label-text">{name}</span>
      <input
        className="input !min-h-12"
        inputMode={numeric ? 'decimal' : undefined}
        value={value}
        maxLength={max}
        aria-invalid={problem !== ''}
        onChange={(event) => onChange(event.target.value)}
      />
      {problem && (
        <span role="alert" className="text-no block text-[15px]">
          {problem}
        </span>
      )}
    </label>
  );
}
