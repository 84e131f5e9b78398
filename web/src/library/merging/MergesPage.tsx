import { Link } from 'react-router';
import type { MergeLine } from '@radiatrix/contract';
import { mergingWords as words } from '@radiatrix/words/en/merging';
import { mergingApi } from '../../api/merging.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { addressOf } from './addresses.ts';

/** Every pair of records that was made one, with the way to take it apart. */
export function MergesPage() {
  const { data, error, refetch } = mergingApi.useMergesQuery();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting />;
  return (
    <div className="mt-4 max-w-4xl">
      <h1 className="heading">
        {words('all')} <span className="figure">{data.length}</span>
      </h1>
      {data.length === 0 && (
        <div className="mt-4">
          <Empty title={words('empty:title')}>{words('empty')}</Empty>
        </div>
      )}
      <ul>
        {data.map((each) => (
          <One key={each.id} line={each} />
        ))}
      </ul>
    </div>
  );
}

function One({ line: { id, kind, keep, gone, moves, clashes, stamp, undone } }: { line: MergeLine }) {
  const [undo, { error, isLoading }] = mergingApi.useUndoMergeMutation();
  return (
    <li className="border-rule grid grid-cols-1 items-baseline gap-x-4 border-b py-3 sm:grid-cols-[100px_1fr_auto]">
      <span className="label-text">{words(`kind:${kind}`)}</span>
      <span>
        <Link to={addressOf(kind, keep)} className="font-semibold">{keep.title}</Link>
        <span className={undone ? 'text-muted line-through' : ''}> · {words('line', { gone: gone.title, kept: keep.title })}</span>
        <span className="text-muted block text-[15px]">
          {[stamp.by, stamp.at.slice(0, 10), ...moves.map(({ what, count }) => words(`what:${what}`, { n: count })), ...(clashes.length > 0 ? [words('clashes:count', { n: clashes.length })] : [])].join(' · ')}
        </span>
        {error !== undefined && <Failure error={error} />}
      </span>
      {undone ? (
        <span className="text-muted">{words('undone', { by: undone.by, day: undone.at.slice(0, 10) })}</span>
      ) : (
        <button type="button" className="btn btn-quiet" disabled={isLoading} onClick={() => void undo({ id, key: crypto.randomUUID() })}>{words('undo')}</button>
      )}
    </li>
  );
} // prettier-ignore
