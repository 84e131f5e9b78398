import { useState } from 'react';
import { workKey } from '@radiatrix/core/practice';
import { type PartKind } from '@radiatrix/core/figures';
import type { Candidate, SetPartLine, SetsResult } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import { verdictName } from '@radiatrix/words/fit';
import { breaksText, rowName } from '@radiatrix/words/sets';
import { materialName, workSentence } from '@radiatrix/words/work';
import { api } from '../../api/api.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { useUnits } from '../../app/store.ts';
import { FailingMark } from '../../ui/FailingMark.tsx';
import { verdictColour, VerdictShape } from '../../ui/Verdict.tsx';

const USUAL: readonly PartKind[] = ['radiator', 'fan', 'shroud'];

/** Parts that go in together: which kinds are wanted, what stays on the vehicle, and the sets that work. */
export function SetsPanel({
  vehicleId,
  jobId,
  candidates,
}: {
  vehicleId: number;
  jobId: number | undefined;
  candidates: readonly Candidate[];
}) {
  const there = [...new Set(candidates.map((candidate) => candidate.kind))];
  const [kinds, setKinds] = useState<PartKind[]>(() => there.filter((kind) => USUAL.includes(kind)).length > 1 ? there.filter((kind) => USUAL.includes(kind)) : there.slice(0, 2)); // prettier-ignore
  const [kept, setKept] = useState<Partial<Record<PartKind, number>>>({});
  const keep = kinds.flatMap((kind) => kept[kind] ?? []);
  const { data, error, refetch } = api.useSetsQuery(
    { id: vehicleId, job: jobId, kinds, keep },
    { skip: kinds.length < 2 },
  );
  return (
    <section aria-label="Sets that go in together" className="pt-4 md:pl-5">
      <h2 className="text-[23px]">Parts that go in together</h2>
      <p className="text-muted max-w-[80ch]">
        Each suits the vehicle, and they suit each other: mounts, depth together, cap and seat, thermostat and
        fan. An adapter or a spacer kit joins where it spares work. Least work first: the kind of work counts
        before its minutes.
      </p>
      <div className="mt-3 flex flex-wrap gap-x-5 gap-y-1.5" role="group" aria-label="What the set is made of">
        {there.map((kind) => (
          <label key={kind} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={kinds.includes(kind)}
              onChange={(event) =>
                setKinds(
                  event.target.checked
                    ? there.filter((each) => each === kind || kinds.includes(each))
                    : kinds.filter((each) => each !== kind),
                )
              }
            />
            {kindName(kind)}
          </label>
        ))}
      </div>
      <div className="border-rule mt-3 flex flex-wrap gap-x-6 gap-y-2 border-t pt-3">
        {kinds.map((kind) => (
          <label key={kind} className="w-[230px]">
            <span className="label-text">{kindName(kind)} that stays on the vehicle</span>
            <select
              className="select"
              value={kept[kind] ?? ''}
              onChange={(event) =>
                setKept({
                  ...kept,
                  [kind]: event.target.value === '' ? undefined : Number(event.target.value),
                })
              }
            >
              <option value="">none: choose one</option>
              {candidates
                .filter((candidate) => candidate.kind === kind)
                .map((candidate) => (
                  <option key={candidate.id} value={candidate.id}>
                    {candidate.number}
                  </option>
                ))}
            </select>
          </label>
        ))}
      </div>
      {kinds.length < 2 ? (
        <Empty title="A set has two kinds of part at least">Tick another kind above.</Empty>
      ) : error && !data ? (
        <Failure error={error} retry={() => void refetch()} />
      ) : !data ? (
        <Waiting what="Putting sets together" />
      ) : (
        <Found data={data} />
      )}
    </section>
  ); // prettier-ignore
}

function Found({ data }: { data: SetsResult }) {
  const units = useUnits();
  if (data.without.length > 0)
    return (
      <Empty title="No set can be made">
        No {data.without.map((kind) => kindName(kind)).join(', no ')} on record could concern this vehicle.
      </Empty>
    );
  const proven = data.sets.filter((set) => set.verdict !== 'not-proven');
  const open = data.sets.filter((set) => set.verdict === 'not-proven');
  return (
    <>
      <h3 className="heading mt-4">{proven.length > 0 ? 'Sets that work' : 'No set is known to work'}</h3>
      <ol>
        {proven.map((set, index) => (
          <SetLine key={index} set={set} />
        ))}
      </ol>
      {open.length > 0 && (
        <>
          <h3 className="heading mt-5">Not proven: measure before anything is ordered</h3>
          <ol>
            {open.map((set, index) => (
              <SetLine key={index} set={set} />
            ))}
          </ol>
        </>
      )}
      {data.sets.length + data.nearMisses.length === 0 && (
        <p className="text-muted mt-2">
          Two things or more stand in the way of every set. Match each kind by itself to see which.
        </p>
      )}
      {data.nearMisses.length > 0 && (
        <>
          <h3 className="heading mt-5">Near misses, and what breaks each</h3>
          <ol>
            {data.nearMisses.map((miss, index) => (
              <li key={index} className="border-rule grid gap-x-5 border-b py-2 md:grid-cols-[340px_1fr]">
                <Parts parts={miss.parts} />
                <p className="text-no text-[15px]">{breaksText(miss.breaks, units)}</p>
              </li>
            ))}
          </ol>
        </>
      )}
    </>
  );
}

/** What nobody knows of each part, or of two together, in one line. */
function unknownOf(set: SetsResult['sets'][number]): [string, string[]][] {
  const groups = new Map<string, string[]>();
  for (const { id, parts } of set.unknown) {
    const name = parts.join(' and ');
    groups.set(name, [...(groups.get(name) ?? []), rowName(id).toLowerCase()]);
  }
  return [...groups];
}

function SetLine({ set }: { set: SetsResult['sets'][number] }) {
  const units = useUnits();
  return (
    <li className="border-rule grid gap-x-5 border-b py-2 md:grid-cols-[340px_1fr_80px]">
      <Parts parts={set.parts} />
      <div className="text-[15px]">
        <p className={`font-semibold ${verdictColour(set.verdict)}`}>{verdictName(set.verdict)}</p>
        {unknownOf(set).map(([parts, labels]) => (
          <p key={parts} className="text-not-proven">
            Not known of {parts}: {labels.join(', ')}.
          </p>
        ))}
        {set.work.map((each) => (
          <p key={workKey(each)}>
            <span
              className={`font-label text-[16px] font-semibold ${each.optional ? 'text-muted' : 'text-changes'}`}
            >
              {each.optional ? 'worth doing' : each.effort}
            </span>{' '}
            {workSentence(each, units)}
          </p>
        ))}
        {set.materials.length > 0 && (
          <p className="text-[14px]">
            <span className="label-text inline">Adapters and hardware:</span>{' '}
            {set.materials.map(materialName).join(', ')}
          </p>
        )}
        {set.inTheBoxes.length > 0 && (
          <p className="text-muted text-[14px]">
            In the boxes: {set.inTheBoxes.map((item) => `${item.quantity} × ${item.name}`).join(', ')}
          </p>
        )}
      </div>
      <p className="figure text-right">{set.minutes} min</p>
    </li>
  );
}

const Parts = ({ parts }: { parts: readonly SetPartLine[] }) => (
  <ul>
    {parts.map((part) => (
      <li key={part.id} className="flex items-center gap-2">
        <VerdictShape verdict={part.verdict} size={11} />
        <span className="figure text-[14px]">{part.number}</span>
        <span className="text-muted text-[14px]">
          {kindName(part.kind)}
          {part.kept && ', stays'}
        </span>
        <FailingMark failing={part.failing} />
      </li>
    ))}
  </ul>
);
