import { conditionSentence, type Condition } from '@radiatrix/core/application';
import { Link, useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import { PHASE_LABELS, PHASES, type ProcedureDocument } from '@radiatrix/core/procedure';
import { procedureBack, type Standing } from '@radiatrix/core/revision';
import { canEdit, type Person, type ProcedureRecord } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import { api } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { HistorySection } from '../record/HistorySection.tsx';
import { Withdraw } from '../review/Withdraw.tsx';
import { ProcedureForm } from './ProcedureForm.tsx';

const documentOf = ({
  title,
  partKind,
  way,
  notes,
  fasteners,
  steps,
}: ProcedureDocument): ProcedureDocument => ({
  title,
  partKind,
  way,
  notes,
  fasteners,
  steps,
});

/** A procedure as it will stand on the sheet, with what a careful reader would say of it. */
export function ProcedurePage() {
  const id = Number(useParams().id);
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = recordingApi.useProcedureQuery(id);
  const [save] = recordingApi.useSaveProcedureMutation();
  const [loadConnectors] = api.useLazyConnectorsQuery();
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting />;
  const { record, etag } = data;
  const editable = canEdit(person.role);
  return (
    <div className="mt-4">
      <div className="border-ink flex flex-wrap items-baseline gap-x-5 border-b pb-2">
        <h1 className="text-[26px]">{record.title}</h1>
        <p className="text-muted">
          {kindName(record.partKind)}, {record.bayName} · revision {record.revision},{' '}
          <strong className={record.state === 'released' ? '' : 'text-changes'}>{record.state}</strong> by{' '}
          {record.author}
        </p>
        {editable && params.get('edit') === null && (
          <span className="ml-auto flex gap-4">
            {record.state !== 'released' && <Link to={`/review/procedure/${id}`}>What changed</Link>}
            <Link to="?edit=1" replace>
              Change procedure
            </Link>
          </span>
        )}
      </div>
      {editable && params.get('edit') !== null ? (
        <ProcedureForm
          name={`procedure:${id}`}
          start={{ record: documentOf(record), etag }}
          send={(body, tag, key) => save({ id, body, etag: tag, key }).unwrap()}
          refetch={async () => {
            const now = await refetch().unwrap();
            return { record: documentOf(now.record), etag: now.etag };
          }}
          onDone={() => setParams({}, { replace: true })}
        />
      ) : (
        <Reading
          record={record}
          editable={editable}
          restore={async (then) => {
            const connectors = await loadConnectors().unwrap();
            const body = procedureBack(then, (each) => connectors.find((one) => one.id === each)?.code);
            if (!body) throw new Error('It was not on record then.');
            await save({ id, body, etag, key: crypto.randomUUID() }).unwrap();
          }}
        />
      )}
      {person.role === 'reviewer' && record.state === 'released' && (
        <Withdraw kind="procedure" id={id} revision={record.revision} />
      )}
    </div>
  );
}

/** Which vehicles and parts something concerns, where that is not all of them. */
const OnlyFor = ({ when, of = '' }: { when: Condition | null; of?: string }) =>
  when && (
    <span className="text-steel block text-[14px]">
      {of && `${of} `}only for {conditionSentence(when)}
    </span>
  );

function Reading({
  record,
  editable,
  restore,
}: {
  record: ProcedureRecord;
  editable: boolean;
  restore: (then: Standing) => Promise<void>;
}) {
  return (
    <div className="mt-3 grid gap-8 lg:grid-cols-[1fr_360px]">
      <div>
        <p className="mb-2">{record.way}</p>
        {record.notes.length > 0 && (
          <ul aria-label="To know before the first step" className="border-changes mb-3 border-l-[3px] pl-3">
            {record.notes.map((note) => (
              <li key={note.text}>
                {note.text} <OnlyFor when={note.when} />
              </li>
            ))}
          </ul>
        )}
        {PHASES.map((phase) => {
          const steps = record.steps.filter((step) => step.phase === phase);
          return steps.length === 0 ? null : (
            <section key={phase} className="mb-4">
              <h2 className="heading">
                {PHASE_LABELS[phase]} <span className="figure">{steps.length}</span>
              </h2>
              <ol className="mt-1">
                {steps.map((step, index) => (
                  <li key={index} className="border-rule border-b py-1">
                    <strong>{step.text}</strong> {step.detail}
                    <OnlyFor when={step.when} />
                    <OnlyFor of={`plug ${step.connector}`} when={step.connectorWhen} />
                    {Object.entries(step.cautionsWhen).map(([code, when]) => (
                      <OnlyFor key={code} of={`caution ${code}`} when={when} />
                    ))}
                    <span className="text-muted block text-[14px]">
                      {[
                        ...step.uses.map((use) => `${use.count} of ${use.tray}`),
                        ...step.tools,
                        step.connector,
                        step.minutes ? `${step.minutes} min${step.waiting ? ' waiting' : ''}` : '',
                      ]
                        .filter(Boolean)
                        .join(' · ')}
                    </span>
                  </li>
                ))}
              </ol>
            </section>
          );
        })}
      </div>
      <aside>
        <h2 className="heading">Fasteners</h2>
        <ul className="mt-1">
          {record.fasteners.map((fastener) => (
            <li key={fastener.tray} className="border-rule border-b py-1">
              <strong className="figure mr-2">{fastener.tray}</strong>
              {fastener.name}, {fastener.thread}{' '}
              <span className="text-muted">should be {fastener.expected}</span>
              <OnlyFor when={fastener.when} />
            </li>
          ))}
        </ul>
        <h2 className="heading mt-5">Proofread</h2>
        <ul className="mt-1">
          {record.findings.map((finding) => (
            <li
              key={finding.at + finding.message}
              className={`border-rule border-b py-1 ${finding.severity === 'wrong' ? 'text-no' : ''}`}
            >
              {finding.message}
            </li>
          ))}
          {record.findings.length === 0 && (
            <li className="text-muted py-1">Everything that comes out goes back in.</li>
          )}
        </ul>
        {editable && <HistorySection kind="procedure" id={record.id} onRestore={restore} />}
      </aside>
    </div>
  );
}

export function NewProcedurePage() {
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const [add] = recordingApi.useNewProcedureMutation();
  const bayId = Number(params.get('bay'));
  return (
    <div className="mt-4">
      <h1 className="text-[26px]">Write a procedure</h1>
      <ProcedureForm
        name={`procedure:new:${bayId}`}
        start={{
          record: { title: '', partKind: 'radiator', way: '', notes: [], fasteners: [], steps: [] },
          etag: '',
        }}
        send={async (document, _etag, key) => {
          const made = await add({ body: { bayId, document }, key }).unwrap();
          void navigate(`/procedures/${made.record.id}`, { replace: true });
        }}
        onDone={() => {}}
      />
    </div>
  );
}
