import { useState } from 'react';
import { Link } from 'react-router';
import { TOPICS, type Topic } from '@radiatrix/core/plan';
import type { Comparison, JobRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { Failure } from '../../ui/notices.tsx';
import { FindingShape } from '../compare/FindingShape.tsx';

/** What was compared for this job: shown again as it was asked, taken away, put back. */
export function Comparisons({ job }: { job: JobRecord }) {
  const { data, error, refetch } = api.useComparisonsQuery(job.id);
  const [drop, dropping] = api.useDropComparisonMutation();
  const [add, adding] = api.useNewComparisonMutation();
  const [dropped, setDropped] = useState<Comparison | null>(null);
  const takeAway = async (each: Comparison) => {
    await drop({ id: each.id, key: crypto.randomUUID() }).unwrap();
    setDropped(each);
  };
  const putBack = async ({ title, address, findings }: Comparison) => {
    await add({ jobId: job.id, body: { title, address, findings }, key: crypto.randomUUID() }).unwrap();
    setDropped(null);
  };
  const failure = error ?? dropping.error ?? adding.error;
  if (!failure && !dropped && (!data || data.length === 0)) return null;
  return (
    <section aria-label="Comparisons">
      <h2 className="heading mt-6">Compared for it</h2>
      {failure !== undefined && <Failure error={failure} retry={() => void refetch()} />}
      {dropped && (
        <p role="status" className="mt-2">
          “{dropped.title}” was taken away.{' '}
          <button type="button" className="text-steel underline" onClick={() => void putBack(dropped)}>
            Undo
          </button>
        </p>
      )}
      <ul>
        {(data ?? []).map((each) => (
          <li key={each.id} className="border-rule border-b py-2">
            <div className="flex flex-wrap items-baseline gap-x-4">
              <Link
                to={`/v/${job.vehicle.id}/compare${each.address}&job=${job.id}`}
                className="font-semibold"
              >
                {each.title}
              </Link>
              <Link
                to={`/v/${job.vehicle.id}/compare${each.address}&job=${job.id}&view=paper`}
                className="text-[14px]"
              >
                on paper
              </Link>
              <span className="text-muted ml-auto text-[14px]">
                {each.saved.by} {each.saved.at.slice(0, 10)}
              </span>
              <button
                type="button"
                className="text-no text-[14px] underline"
                onClick={() => void takeAway(each)}
              >
                Take away
              </button>
            </div>
            <ul className="mt-1 text-[14px]">
              {each.findings
                .filter((finding) => finding.word !== 'clear')
                .slice(0, 4)
                .map((finding, i) => (
                  <li key={i} className="flex gap-2">
                    <span className="mt-1">
                      <FindingShape word={finding.word} size={11} />
                    </span>
                    <span className="font-label text-muted w-24 shrink-0">
                      {TOPICS[finding.about as Topic] ?? finding.about}
                    </span>
                    <span>{finding.sentence}</span>
                  </li>
                ))}
              {each.findings.every((finding) => finding.word === 'clear') && <li>All clear.</li>}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}
