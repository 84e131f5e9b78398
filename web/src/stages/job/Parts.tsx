import { useState } from 'react';
import { Link } from 'react-router';
import { moneyText, readMoney } from '../../ui/money.ts';
import { PART_STATES, failedTests, untested, type PartState } from '@radiatrix/core/job';
import { benchWords } from '@radiatrix/words/en/bench';
import { usePractice } from '../../api/usePractice.ts';
import { Untested } from '../run/bench/Untested.tsx';
import { jobWords } from '@radiatrix/words/en/jobs';
import { kindName } from '@radiatrix/words/figures';
import type { JobProps } from './props.ts';

/** What goes in, what stays and what comes off, and how far each has come. */
export function Parts({ job, say, busy }: JobProps) {
  const practice = usePractice();
  /** Said to be fitted and never tried: asked for the reason first, as under the vehicle. */
  const [asked, setAsked] = useState<number>();
  if (job.parts.length === 0) return null;
  const failed = new Set(failedTests(job.state).map(({ partId }) => partId));
  const untried = new Set(untested(job.state, practice).map(({ partId }) => partId));
  const move = (partId: number, state: PartState): void => {
    const asks = state === 'fitted' && untried.has(partId);
    setAsked(asks ? partId : undefined);
    if (!asks) void say('part moved', { partId, state }).catch(() => {});
  };
  return (
    <section aria-label="Parts of this job">
      <h2 className="heading mt-5">Parts</h2>
      <ul>
        {job.parts.map((part) => (
          <li
            key={`${part.partId}${part.role}`}
            className="border-rule grid grid-cols-[74px_1fr] items-baseline gap-y-1 sm:grid-cols-[90px_1fr_auto_auto_auto] gap-x-3 border-b py-1"
          >
            <span className="font-label text-muted text-[16px]">{part.role}</span>
            <span>
              <Link to={`/parts/${part.partId}`} className="figure">
                {part.number}
              </Link>{' '}
              <span className="text-muted">{kindName(part.kind)}</span>{' '}
              <Link
                to={`/parts/${part.partId}/failures?report=${job.id}`}
                className="text-steel text-[14px] whitespace-nowrap"
              >
                {jobWords('report-failure')}
              </Link>
              {part.notices.map((notice) => (
                <span key={notice} className="text-changes block text-[14px]">
                  {notice}
                </span>
              ))}
            </span>
            {part.role === 'goes in' ? <Price part={part} say={say} busy={busy} /> : <span />}
            {part.role === 'goes in' ? (
              <select
                className="select !h-[30px] !min-h-[30px] !w-[120px]"
                aria-label={`${part.number} is`}
                value={part.state}
                disabled={busy}
                onChange={(event) => move(part.partId, event.target.value as PartState)}
              >
                {PART_STATES.map((state) => (
                  // A unit that failed on the bench goes back, or another one is tried.
                  <option key={state} value={state} disabled={state === 'fitted' && failed.has(part.partId)}>
                    {state}
                  </option>
                ))}
              </select>
            ) : (
              <span />
            )}
            <button
              type="button"
              className="text-no text-[14px] underline"
              disabled={busy}
              onClick={() => void say('part dropped', { partId: part.partId }).catch(() => {})}
            >
              Take out
            </button>
            {failed.has(part.partId) && (
              <p className="text-no col-span-full text-[15px]">
                {benchWords('failed:fitted', { number: part.number })}
              </p>
            )}
            {asked === part.partId && untried.has(part.partId) && (
              <div className="col-span-full">
                <Untested
                  part={part}
                  state={job.state}
                  say={say}
                  onSaid={() => {
                    setAsked(undefined);
                    void say('part moved', { partId: part.partId, state: 'fitted' }).catch(() => {});
                  }}
                />
              </div>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What a part costs, in the shop's own money: kept where the field is left, taken back where it is emptied. */
function Price({ part, say, busy }: Pick<JobProps, 'say' | 'busy'> & { part: JobProps['job']['parts'][number] }) {
  const held = part.money === null ? '' : moneyText(part.money);
  const [text, setText] = useState<string>();
  const read = text === undefined || text.trim() === '' ? null : readMoney(text);
  const keep = (): void => {
    if (text === undefined || read === undefined) return;
    if (read !== part.money) void say('part priced', { partId: part.partId, money: read }).catch(() => {});
    setText(undefined);
  };
  return (
    <span className="relative">
      <input
        className={`input figure !h-[30px] !w-[96px] text-right ${read === undefined ? '!border-no' : ''}`}
        aria-label={`Price of ${part.number}`}
        aria-invalid={read === undefined}
        inputMode="decimal"
        maxLength={12}
        placeholder="price"
        value={text ?? held}
        disabled={busy}
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') keep();
          if (event.key === 'Escape') setText(undefined);
        }}
      />
      {read === undefined && <span role="alert" className="text-no block text-[13px]">no price</span>}
    </span>
  );
} // prettier-ignore
