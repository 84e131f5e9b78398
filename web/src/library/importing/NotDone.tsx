import { importing as words } from '@radiatrix/words/en/importing';
import { importingApi } from '../../api/importing.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { Mapped } from './TableImport.tsx';

/** Tables of one's own that are not done with: rows kept aside, or read and not brought in. */
export function NotDone({ onResume }: { onResume: (id: string) => void }) {
  const { data } = importingApi.useUploadsQuery();
  if (!data || data.length === 0) return null;
  return (
    <section aria-label={words('open:title')} className="mt-6">
      <h2 className="heading">{words('open:title')}</h2>
      <ul className="mt-2 max-w-3xl">
        {data.map(({ id, name, aside, state, at }) => (
          <li key={id} className="border-rule flex flex-wrap items-baseline gap-x-5 border-b py-1.5">
            <span className="flex-1 font-semibold">{name}</span>
            <span className="text-muted">
              {state === 'waiting'
                ? words('open:waiting')
                : state === 'applied'
                  ? words('open:aside', { n: aside })
                  : words('open:state')}
              , {at.slice(0, 10)}
            </span>
            <button type="button" className="text-steel underline" aria-label={`${words('open:resume')}: ${name}`} onClick={() => onResume(id)}>
              {words('open:resume')}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
} // prettier-ignore

export function Resumed({ id, onOther }: { id: string; onOther: () => void }) {
  const { data, error } = importingApi.useUploadQuery(id);
  if (error) return <Failure error={error} />;
  return data ? <Mapped first={data} onOther={onOther} /> : <Waiting />;
}
