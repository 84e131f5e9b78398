import { Link } from 'react-router';
import type { Upload } from '@radiatrix/contract';
import { importing as words } from '@radiatrix/words/en/importing';
import { Failure } from '../../ui/notices.tsx';
import { Aside } from './Aside.tsx';
import { Names } from './Names.tsx';
import type { UploadState } from './useUpload.ts';
import { HeadRow } from '../../ui/HeadRow.tsx';

const COUNTS = [
  ['new', 'text-straight-in'],
  ['changed', 'text-changes'],
  ['same', 'text-muted'],
  ['wrong', 'text-no'],
] as const;

function titleOf({ state, counts, aside }: Upload): string {
  if (state === 'waiting') return words('title:waiting');
  if (state === 'applied') return aside > 0 ? words('title:aside', { n: aside }) : words('title:applied');
  if (counts.new + counts.changed > 0) return words('title:ready');
  return counts.same > 0 ? words('title:same') : words('title:none');
}

/** What a table would change, what has to be said about it first, and what cannot come in. */
export function Result({ state, onGone }: { state: UploadState; onGone: () => void }) {
  const { upload, errors, isSending } = state;
  const { counts, totals, aside } = upload;
  const isReady = upload.state === 'ready';
  const good = counts.new + counts.changed;
  const settles = isReady && (upload.unknown.length > 0 || upload.asked.openYears + upload.asked.numbersAlike > 0);
  return (
    <section aria-label={titleOf(upload)} className="mt-4">
      <h3 className="text-[22px]">{titleOf(upload)}</h3>
      <dl className="mt-2 flex flex-wrap gap-x-10 gap-y-2">
        {COUNTS.map(([key, colour]) => (
          <div key={key}>
            <dd className={`figure text-[30px] leading-none ${counts[key] > 0 ? colour : 'text-muted'}`}>
              {counts[key].toLocaleString('en')}
            </dd>
            <dt className="label-text">{words(`count:${key}`)}</dt>
          </div>
        ))}
      </dl>
      {totals > 0 && <p className="text-muted mt-1">{words('totals', { n: totals })}</p>}
      {upload.state === 'waiting' && (
        <p className="mt-3">
          {words('waiting')} <Link to="/review">{words('open:waiting')}</Link>
        </p>
      )}
      {upload.batch !== null && upload.state === 'applied' && (
        <p className="mt-3">
          {words('review')} <Link to={`/review/import/${upload.batch}`}>{words('review:open')}</Link>
        </p>
      )}
      {isReady && <Questions state={state} />}
      {isReady && <Names state={state} />}
      {isReady && (
        <div className="mt-4 flex flex-wrap items-center gap-4">
          {counts.new + counts.changed + counts.same > 0 && (
            <button
              type="button"
              className={`btn ${settles ? '' : 'btn-primary'}`}
              disabled={isSending || (good === 0 && counts.wrong === 0)}
              onClick={state.apply}
              autoFocus={!settles}
            >
              {good > 0 ? words('bring', { n: good.toLocaleString('en'), wrong: counts.wrong }) : words('clear')}
            </button>
          )}
        </div>
      )}
      {errors.apply !== undefined && <Failure error={errors.apply} />}
      {errors.preview !== undefined && <Failure error={errors.preview} />}
      {upload.understood.length > 0 && isReady && <UnderstoodRows upload={upload} />}
      {(isReady ? counts.wrong : aside) > 0 && <Aside state={state} which={settles ? 'other' : 'all'} />}
      {aside > 0 && upload.state === 'applied' && (
        <button
          type="button"
          className="text-no mt-4 underline"
          onClick={() => {
            state.stop();
            onGone();
          }}
        >
          {words('discard:aside', { n: aside })}
        </button>
      )}
    </section>
  );
} // prettier-ignore

/** What nobody can know but the person who brings the file: asked once for all of its rows. */
function Questions({ state }: { state: UploadState }) {
  const { upload, choices, isSending } = state;
  const { openYears, numbersAlike } = upload.asked;
  if (openYears + numbersAlike === 0) return null;
  return (
    <section aria-label={words('questions')} className="border-changes mt-4 border-l-4 pl-4">
      {openYears > 0 && (
        <fieldset disabled={isSending}>
          <legend>{words('open-years', { n: openYears })}</legend>
          <div className="mt-1 flex flex-wrap gap-3">
            {(['only', 'onwards'] as const).map((each) => (
              <button key={each} type="button" className="btn" onClick={() => state.read({ choices: { ...choices, openYears: each } })}>
                {words(`open-years:${each}`)}
              </button>
            ))}
          </div>
        </fieldset>
      )}
      {numbersAlike > 0 && (
        <p className="mt-2 flex flex-wrap items-center gap-3">
          {words('alike', { n: numbersAlike })}
          <button type="button" className="btn" disabled={isSending} onClick={() => state.read({ choices: { ...choices, numbersAlike: true } })}>
            {words('alike:same')}
          </button>
        </p>
      )}
    </section>
  );
} // prettier-ignore

/** Some rows beside what they were understood as, from all over the file. */
function UnderstoodRows({ upload: { understood } }: { upload: Upload }) {
  return (
    <section aria-label={words('understood')} className="mt-6">
      <h3 className="text-[20px]">{words('understood')}</h3>
      <table className="mt-1 w-full border-collapse text-[15px]">
        <thead>
          <HeadRow
            cells={[
              { label: words('understood:row'), className: 'w-20' },
              { label: words('understood:cells'), className: 'w-[45%] pr-4' },
              { label: words('understood:says') },
            ]}
          />
        </thead>
        <tbody>
          {understood.map(({ row, cells, says }) => (
            <tr key={row} className="border-rule border-b align-baseline">
              <td className="figure py-1">{row}</td>
              <td className="text-muted figure pr-4 text-[13px]">{cells.filter(Boolean).join(' · ')}</td>
              <td>{says}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
