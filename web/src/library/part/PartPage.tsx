import { Link, useOutletContext, useParams, useSearchParams } from 'react-router';
import { detailsBack, figuresBack, type Standing } from '@radiatrix/core/revision';
import { canEdit, type FiguresChange, type PartRecord, type Person } from '@radiatrix/contract';
import { mergingWords } from '@radiatrix/words/en/merging';
import { kindName } from '@radiatrix/words/figures';
import { api } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { WaitingChanges } from '../review/WaitingChanges.tsx';
import { Withdraw } from '../review/Withdraw.tsx';
import { Photos } from '../../ui/Photos.tsx';
import { FiguresForm } from '../figures/FiguresForm.tsx';
import { FiguresView } from '../figures/FiguresView.tsx';
import { mergeAddress } from '../merging/addresses.ts';
import { HistorySection } from '../record/HistorySection.tsx';
import { ClaimList } from './ClaimList.tsx';
import { DetailsForm } from './DetailsForm.tsx';
import { GoesIntoList } from './GoesIntoList.tsx';

/** What is known of a part: figures, what sources say it fits, numbers, what is in the box, revisions. */
export function PartPage() {
  const id = Number(useParams().id);
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = api.usePartQuery(id);
  const [saveFigures] = api.useSavePartFiguresMutation();
  const [saveDetails] = recordingApi.useSavePartDetailsMutation();
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting />;
  const { record: part, etag } = data;
  const editable = canEdit(person.role);
  const edit = editable ? params.get('edit') : null;
  const close = () => setParams({}, { replace: true });
  return (
    <div className="mt-4">
      <div className="border-ink flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b pb-2">
        <h1 className="text-[28px]">
          <span className="figure text-[24px]">{part.number}</span> {kindName(part.kind)}
        </h1>
        <p className="text-muted">
          {part.maker} · revision {part.revision},{' '}
          <strong className={part.state === 'released' ? '' : 'text-changes'}>{part.state}</strong> by{' '}
          {part.author}
        </p>
        <p className="ml-auto flex gap-4">
          <Link to={`/parts/${part.id}/failures`}>How it lives and fails</Link>
          {editable && <Link to={mergeAddress('part', part.id)}>{mergingWords('open')}</Link>}
          {editable && part.state !== 'released' && <Link to={`/review/part/${part.id}`}>What changed</Link>}
        </p>
      </div>
      <WaitingChanges of="part" id={part.id} person={person} />
      <p className="mt-2 text-[17px]">{part.description}</p>
      {part.notes && <p className="text-muted max-w-[80ch]">{part.notes}</p>}
      {edit === 'figures' ? (
        <section aria-label="Figures" className="mt-4">
          <h2 className="heading">Figures</h2>
          <div className="mt-2">
            <FiguresForm
              kind={part.kind}
              name={`part:${part.id}`}
              figures={part.figures}
              etag={etag}
              focus={params.get('figure')}
              send={(body, tag, key) => saveFigures({ id, body, etag: tag, key }).unwrap()}
              refetch={() => refetch().unwrap()}
              onDone={close}
            />
          </div>
        </section>
      ) : edit === 'details' ? (
        <DetailsForm part={part} etag={etag} refetch={() => refetch().unwrap()} onDone={close} />
      ) : (
        <Reading
          part={part}
          editable={editable}
          reviewer={person.role === 'reviewer'}
          restore={async (then) => {
            const details = detailsBack(then);
            if (!details) throw new Error('It was not on record then.');
            const figures = figuresBack(part.figures, then) as FiguresChange['figures'];
            const body = { ...details, supersedes: part.supersedes };
            await saveDetails({ id, body, etag, key: crypto.randomUUID() }).unwrap();
            if (figures.length === 0) return;
            const now = await refetch().unwrap();
            await saveFigures({ id, body: { figures }, etag: now.etag, key: crypto.randomUUID() }).unwrap();
          }}
        />
      )}
    </div>
  );
}

const EditLink = ({ to, children }: { to: string; children: string }) => (
  <Link to={to} replace className="font-sans text-[15px] font-normal tracking-normal normal-case">
    {children}
  </Link>
);

function Reading({
  part,
  editable,
  reviewer,
  restore,
}: {
  part: PartRecord;
  reviewer: boolean;
  editable: boolean;
  restore: (then: Standing) => Promise<void>;
}) {
  return (
    <div className="mt-4 grid gap-8 lg:grid-cols-[1fr_400px]">
      <section aria-label="Figures">
        <h2 className="heading">
          Figures {editable && <EditLink to="?edit=figures">Record figures</EditLink>}
        </h2>
        <FiguresView kind={part.kind} figures={part.figures} />
        <GoesIntoList partId={part.id} />
      </section>
      <aside>
        <h2 className="heading">
          In the box {editable && <EditLink to="?edit=details">Change details</EditLink>}
        </h2>
        <ul className="mt-1">
          {part.inTheBox.map((item) => (
            <li key={item.name}>
              <span className="figure">{item.quantity} ×</span> {item.name}
              {item.fromOld && <span className="text-muted"> · moves over from the old part</span>}
            </li>
          ))}
          {part.inTheBox.length === 0 && <li className="text-muted">The part alone, as far as is known.</li>}
        </ul>
        <h2 className="heading mt-5">Same part under other numbers</h2>
        <ul className="mt-1">
          {part.interchange.map((other) => (
            <li key={other.seller + other.number}>
              {other.seller} <span className="figure">{other.number}</span>
            </li>
          ))}
          {part.supersedes && (
            <li>
              takes the place of <span className="figure">{part.supersedes}</span>
            </li>
          )}
          {part.supersededBy && (
            <li className="text-changes">
              its place is taken by <span className="figure">{part.supersededBy}</span>
            </li>
          )}
          {part.interchange.length === 0 && !part.supersedes && !part.supersededBy && (
            <li className="text-muted">None known.</li>
          )}
        </ul>
        <ClaimList part={part} editable={editable} />
        {part.installed.length > 0 && (
          <>
            <h2 className="heading mt-5">Installed</h2>
            <ul className="mt-1">
              {part.installed.map((job) => (
                <li key={job.vehicle + job.on} className="border-rule border-b py-1">
                  <strong className={job.result === 'did not fit' ? 'text-no' : ''}>{job.result}</strong>:{' '}
                  {job.vehicle}
                  {job.altered && ', altered vehicle'}
                  <span className="text-muted block text-[14px]">
                    {job.on} {job.note}
                  </span>
                </li>
              ))}
            </ul>
          </>
        )}
        <h2 className="heading mt-5">Revisions</h2>
        <ul className="mt-1 text-[14px]">
          {part.revisions.map((revision) => (
            <li key={revision.revision}>
              <span className="figure">{revision.revision}</span> {revision.state} · {revision.author}
              {revision.releasedBy && `, released by ${revision.releasedBy}`}{' '}
              <span className="text-muted">{revision.at.slice(0, 10)}</span>
            </li>
          ))}
        </ul>
        {reviewer && part.state === 'released' && (
          <Withdraw kind="part" id={part.id} revision={part.revision} />
        )}
        <Photos photos={part.photos} subject="part" id={part.id} editable={editable} />
        {editable && <HistorySection kind="part" id={part.id} onRestore={restore} />}
      </aside>
    </div>
  );
}
