import { useEffect, useState } from 'react';
import { ArrowLeftRight } from 'lucide-react';
import { Link, useNavigate, useParams } from 'react-router';
import { MERGED, type MergeKind, type MergePreview } from '@radiatrix/contract';
import { mergingWords as words } from '@radiatrix/words/en/merging';
import { isProposed } from '../../api/api.ts';
import { mergingApi } from '../../api/merging.ts';
import { Field } from '../../ui/fields.tsx';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { addressOf } from './addresses.ts';
import { useOthers } from './useOthers.ts';

/** Says that a record is of the same thing as another: which one stays, what moves, what both said. */
export function MergePage() {
  const params = useParams();
  const kind = MERGED.find((each) => each === params.kind);
  const id = Number(params.id);
  if (!kind || !Number.isInteger(id)) return <Empty title={words('empty:title')}>{words('empty')}</Empty>;
  return <Merging key={`${kind}${id}`} kind={kind} id={id} />;
}

function Merging({ kind, id }: { kind: MergeKind; id: number }) {
  const [text, setText] = useState('');
  const [other, setOther] = useState(0);
  const [isSwapped, setSwapped] = useState(false);
  const others = useOthers(kind, text);
  const [keep, gone] = isSwapped ? [other, id] : [id, other];
  const [look, preview] = mergingApi.usePreviewMergeMutation();
  useEffect(() => {
    if (keep !== 0 && gone !== 0) void look({ kind, keep, gone });
  }, [look, kind, keep, gone]);
  const said = other === 0 ? undefined : preview.data;
  return (
    <div className="mt-4 max-w-4xl">
      <h1 className="heading">{words('title')}</h1>
      <p className="text-muted mt-1 max-w-[70ch]">
        {words('intro')} <Link to="/merges">{words('all')}</Link>
      </p>
      <div className="mt-4 flex flex-wrap items-end gap-3">
        <Field label={words('find')} className="w-56">
          <input type="search" className="input" value={text} autoFocus onChange={(event) => setText(event.target.value)} />
        </Field>
        <Field label={words('other', { kind: words(`kind:${kind}`) })} className="w-[420px] max-w-full">
          <select className="select" value={other} onChange={(event) => setOther(Number(event.target.value))}>
            <option value={0}>{words('choose')}</option>
            {others
              ?.filter((each) => each.id !== id)
              .map((each) => (
                <option key={each.id} value={each.id}>
                  {[each.title, each.detail].filter(Boolean).join(', ')}
                </option>
              ))}
          </select>
        </Field>
      </div>
      {other !== 0 && preview.isLoading && !said && <Waiting />}
      {preview.error !== undefined && other !== 0 && <Failure error={preview.error} retry={() => void look({ kind, keep, gone })} />}
      {said && <Preview said={said} isOld={preview.isLoading || said.keep.id !== keep || said.gone.id !== gone} onSwap={() => setSwapped(!isSwapped)} />}
    </div>
  );
} // prettier-ignore

function Preview({ said, isOld, onSwap }: { said: MergePreview; isOld: boolean; onSwap: () => void }) {
  const { kind, keep, gone, moves, same, clashes, blocking } = said;
  const navigate = useNavigate();
  const [send, { error, isLoading }] = mergingApi.useNewMergeMutation();
  const merge = (): void =>
    void send({ body: { kind, keep: keep.id, gone: gone.id }, key: crypto.randomUUID() })
      .unwrap()
      .then(() => navigate(addressOf(kind, keep)))
      // What waits for a reviewer is said by the frame, and stands in the list of what waits.
      .catch((failure: unknown) => isProposed(failure) && navigate(addressOf(kind, keep)));
  return (
    <section aria-label={words('title')} className="mt-5">
      <dl className="border-rule grid grid-cols-1 items-center gap-x-4 gap-y-1 border-y py-3 sm:grid-cols-[1fr_auto_1fr]">
        <div>
          <dt className="label-text">{words('stays')}</dt>
          <dd className="text-[21px] font-semibold">{keep.title}</dd>
        </div>
        <button type="button" className="btn btn-quiet" onClick={onSwap}>
          <ArrowLeftRight size={17} aria-hidden="true" /> {words('swap')}
        </button>
        <div>
          <dt className="label-text">{words('goes')}</dt>
          <dd className="text-muted text-[21px]">{gone.title}</dd>
        </div>
      </dl>
      {blocking.length > 0 ? (
        <div role="alert" className="border-changes mt-4 border-l-4 px-4">
          <p className="font-label text-changes text-[18px] font-semibold">{words('blocking')}</p>
          {blocking.map((each) => <p key={each}>{each}</p>)}
        </div>
      ) : (
        <>
          {clashes.length > 0 && (
            <>
              <h2 className="heading mt-4">{words('clashes')} <span className="figure">{clashes.length}</span></h2>
              <p className="text-muted mt-1">{words('clashes:rule')}</p>
              <ul className="mt-1">
                {clashes.map((each, at) => (
                  <li key={at} className="text-changes">{words(`clash:${each.sort}`, each)}</li>
                ))}
              </ul>
            </>
          )}
          <h2 className="heading mt-4">{words('moves')}</h2>
          {moves.length === 0 && <p className="text-muted mt-1">{words('moves:none')}</p>}
          <ul className="mt-1">
            {moves.map(({ what, count }) => <li key={what}>{words(`what:${what}`, { n: count })}</li>)}
          </ul>
          {same > 0 && <p className="text-muted mt-1">{words('same', { n: same })}</p>}
          <button type="button" className="btn btn-primary mt-5" disabled={isLoading || isOld} onClick={merge}>{words('do')}</button>
        </>
      )}
      {error !== undefined && <div className="mt-3"><Failure error={error} /></div>}
    </section>
  );
} // prettier-ignore
