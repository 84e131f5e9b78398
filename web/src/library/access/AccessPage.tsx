import { useState, type ReactNode } from 'react';
import { Link, useOutletContext, useParams, useSearchParams } from 'react-router';
import { conditionSentence } from '@radiatrix/core/application';
import { depthsOf, factWords, needsWords, type AccessMap, type Operation } from '@radiatrix/core/access';
import { PHASE_LABELS } from '@radiatrix/core/procedure';
import { canEdit, type AccessRecord, type Person } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import { api } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { saved } from '../../ui/save-file.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { HistorySection } from '../record/HistorySection.tsx';
import { Withdraw } from '../review/Withdraw.tsx';
import { FastenerForm, StepForm, ThingForm } from './MapParts.tsx';
import { OperationForm } from './OperationForm.tsx';

const documentOf = ({ title, notes, things, fasteners, operations, steps }: AccessRecord): AccessMap => ({
  title,
  notes,
  things,
  fasteners,
  operations,
  steps,
});

const BLANK: Operation = {
  code: '', when: null, text: '', detail: '', place: 'above', tools: [], consumables: [], minutes: 2, waiting: false, gives: [], needs: [],
  uses: [], breaks: 0, connector: '', connectorWhen: null, coolantL: 0, transmissionL: 0, people: 1, lift: 'none', cautions: [], photoId: null,
  back: null,
}; // prettier-ignore

const DEPTHS = [
  'Nothing in the way',
  'Once one thing is done',
  'Once two are',
  'Once three are',
  'Once four are',
  'Deeper in',
];

/** The access map of a bay: everything that can come off, by how deep it lies, and what is in its way. */
export function AccessPage() {
  const id = Number(useParams().id);
  const person = useOutletContext<Person>();
  const { data, error, refetch } = recordingApi.useAccessQuery(id);
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting />;
  return <MapView record={data.record} etag={data.etag} person={person} />;
}

function MapView({ record, etag, person }: { record: AccessRecord; etag: string; person: Person }) {
  const [params, setParams] = useSearchParams();
  const editing = params.get('op');
  const [thing, tray, step] = [params.get('thing'), params.get('tray'), params.get('step')];
  const [save, { isLoading, error }] = recordingApi.useSaveAccessMutation();
  const { data: vocabulary } = api.useVocabularyQuery();
  const [wrong, setWrong] = useState('');
  const editable = canEdit(person.role);
  const open = (code: string, what: 'op' | 'thing' | 'tray' | 'step' = 'op'): void => setParams(code === '' ? {} : { [what]: code }, { replace: true });
  const store = (document: AccessMap): void =>
    void save({ id: record.id, body: document, etag, key: crypto.randomUUID() })
      .unwrap()
      .then(() => open(''))
      .catch(() => {});
  const document = documentOf(record);
  const put = (operation: Operation): void =>
    store({
      ...document,
      operations: document.operations.some(({ code }) => code === operation.code)
        ? document.operations.map((each) => (each.code === operation.code ? operation : each))
        : [...document.operations, operation],
    });
  const depths = depthsOf(record);
  const groups = DEPTHS.map((label, depth) => ({
    label,
    operations: record.operations.filter(({ code }) => Math.min(depths.get(code) ?? DEPTHS.length - 1, DEPTHS.length - 1) === depth),
  })).filter(({ operations }) => operations.length > 0);
  const words = { engines: vocabulary?.engines.map(({ code }) => code) ?? [], transmissions: vocabulary?.transmissions.map(({ code }) => code) ?? [] };
  const common = { map: record, words, busy: isLoading, onCancel: () => open('') };
  const form = (operation: Operation, isNew: boolean) => (
    <OperationForm
      key={operation.code}
      map={record}
      operation={operation}
      isNew={isNew}
      busy={isLoading}
      words={words}
      onSave={put}
      onRemove={() => store({ ...document, operations: document.operations.filter(({ code }) => code !== operation.code) })}
      onCancel={() => open('')}
    />
  );
  return (
    <div className="mt-4">
      <div className="border-ink flex flex-wrap items-baseline gap-x-5 border-b pb-2">
        <h1 className="text-[26px]">{record.title}</h1>
        <p className="text-muted">
          access map, {record.bayName} · revision {record.revision},{' '}
          <strong className={record.state === 'released' ? '' : 'text-changes'}>{record.state}</strong> by {record.author} ·{' '}
          {record.operations.length} operations
        </p>
        {editable && (
          <span className="ml-auto flex flex-wrap gap-4">
            {record.state !== 'released' && <Link to={`/review/access/${record.id}`}>What changed</Link>}
            <button type="button" className="text-steel underline" onClick={() => open('new')}>
              Add an operation
            </button>
            <button type="button" className="text-steel underline" onClick={() => saved(`access-map-${record.id}.json`, 'application/json', JSON.stringify(document, null, 2))}>
              Take it as a file
            </button>
            <label className="text-steel cursor-pointer underline">
              Bring a file in
              <input
                type="file"
                accept="application/json"
                className="sr-only"
                onChange={(event) => {
                  const [file] = event.target.files ?? [];
                  event.target.value = '';
                  void file?.text().then((text) => {
                    try {
                      setWrong('');
                      store(JSON.parse(text) as AccessMap);
                    } catch {
                      setWrong('That file is no JSON.');
                    }
                  });
                }}
              />
            </label>
          </span>
        )}
      </div>
      {(error !== undefined || wrong) && (
        <div className="mt-2">
          {wrong ? <p role="alert" className="text-no font-semibold">{wrong}</p> : <Failure error={error} place={(path) => path} />}
        </div>
      )}
      <div className="mt-3 grid gap-8 lg:grid-cols-[1fr_340px]">
        <div>
          {record.notes.map(({ text }) => (
            <p key={text} className="border-steel mb-3 max-w-[75ch] border-l-[3px] pl-3">{text}</p>
          ))}
          {editing === 'new' && form(BLANK, true)}
          {groups.map(({ label, operations }) => (
            <section key={label} aria-label={label} className="mb-5">
              <h2 className="heading">
                {label} <span className="figure">{operations.length}</span>
              </h2>
              <ul>
                {operations.map((operation) =>
                  editing === operation.code ? (
                    <li key={operation.code}>{form(operation, false)}</li>
                  ) : (
                    <Row key={operation.code} map={record} operation={operation} onOpen={editable ? () => open(operation.code) : undefined} />
                  ),
                )}
              </ul>
            </section>
          ))}
        </div>
        <aside>
          <h2 className="heading">Proofread</h2>
          <ul className="mt-1">
            {record.findings.filter(({ severity }) => severity === 'wrong').map((finding) => (
              <li key={finding.at + finding.message} className="border-rule text-no border-b py-1 font-semibold">
                {finding.message}
              </li>
            ))}
            {record.findings.every(({ severity }) => severity !== 'wrong') && <li className="py-1">Everything can be reached, and everything goes back.</li>}
            <li className="py-1">
              <details>
                <summary className="text-muted">{record.findings.filter(({ severity }) => severity === 'look').length} to look at</summary>
                <ul>
                  {record.findings.filter(({ severity }) => severity === 'look').map((finding) => (
                    <li key={finding.at + finding.message} className="border-rule border-b py-1">
                      {finding.message}
                    </li>
                  ))}
                </ul>
              </details>
            </li>
          </ul>
          <Head title="Things" onAdd={editable ? () => open('new', 'thing') : undefined} add="Add a thing" />
          {thing === 'new' && <ThingForm {...common} own={null} onSave={(own) => store({ ...document, things: [...document.things, own] })} onRemove={() => {}} />}
          <ul className={`mt-1 gap-4 ${thing === null ? 'columns-2' : ''}`}>
            {record.things.map((own) => (
              <li key={own.code} className="break-inside-avoid py-0.5" title={own.code}>
                {thing === own.code ? (
                  <ThingForm {...common} own={own} onSave={(next) => store({ ...document, things: document.things.map((each) => (each.code === own.code ? next : each)) })} onRemove={() => store({ ...document, things: document.things.filter((each) => each.code !== own.code) })} />
                ) : (
                  <>
                    <Opened onOpen={editable ? () => open(own.code, 'thing') : undefined}><span className={own.partKind ? 'text-copper font-semibold' : ''}>{own.name}</span></Opened>
                    {own.partKind && <span className="text-muted text-[13px]"> {kindName(own.partKind)}</span>}
                    {own.when && <span className="text-steel block text-[13px]">only for {conditionSentence(own.when)}</span>}
                  </>
                )}
              </li>
            ))}
          </ul>
          <Head title="Tray" onAdd={editable ? () => open('new', 'tray') : undefined} add="Add a fastener" />
          {tray === 'new' && <FastenerForm {...common} own={null} onSave={(own) => store({ ...document, fasteners: [...document.fasteners, own] })} onRemove={() => {}} />}
          <ul className="mt-1">
            {record.fasteners.map((own) => (
              <li key={own.tray} className="border-rule border-b py-1">
                {tray === own.tray ? (
                  <FastenerForm {...common} own={own} onSave={(next) => store({ ...document, fasteners: document.fasteners.map((each) => (each.tray === own.tray ? next : each)) })} onRemove={() => store({ ...document, fasteners: document.fasteners.filter((each) => each.tray !== own.tray) })} />
                ) : (
                  <>
                    <strong className="figure mr-2">{own.tray}</strong>
                    <Opened onOpen={editable ? () => open(own.tray, 'tray') : undefined}>{own.name}, {own.thread}</Opened> <span className="text-muted">should be {own.expected}{own.torqueNm !== null && `, ${own.torqueNm} N·m (${own.torqueSource})`}</span>
                  </>
                )}
              </li>
            ))}
          </ul>
          <Head title="Before and after" onAdd={editable ? () => open('new', 'step') : undefined} add="Add a step" />
          {step === 'new' && <StepForm {...common} own={null} onSave={(own) => store({ ...document, steps: [...document.steps, own] })} onRemove={() => {}} />}
          <ol className="mt-1">
            {record.steps.map((own, at) => (
              <li key={own.id || at} className="border-rule border-b py-1">
                {step === String(at) ? (
                  <StepForm {...common} own={own} onSave={(next) => store({ ...document, steps: document.steps.map((each, i) => (i === at ? next : each)) })} onRemove={() => store({ ...document, steps: document.steps.filter((_, i) => i !== at) })} />
                ) : (
                  <>
                    <Opened onOpen={editable ? () => open(String(at), 'step') : undefined}>{own.text}</Opened>{' '}
                    <span className="text-muted">{[PHASE_LABELS[own.phase].toLowerCase(), `${own.minutes} min${own.waiting ? ' waiting' : ''}`, own.lost && `where ${own.lost.fluid === 'coolant' ? 'coolant' : 'fluid'} was lost, from ${own.lost.fromL} L${own.lost.belowL === null ? '' : ` to ${own.lost.belowL}`}`].filter(Boolean).join(', ')}</span>
                  </>
                )}
              </li>
            ))}
          </ol>
          {editable && <HistorySection kind="access" id={record.id} />}
          {person.role === 'reviewer' && record.state === 'released' && <Withdraw kind="access" id={record.id} revision={record.revision} />}
        </aside>
      </div>
    </div>
  );
} // prettier-ignore

/** A heading with what adds to it. */
function Head({ title, add, onAdd }: { title: string; add: string; onAdd: (() => void) | undefined }) {
  return (
    <h2 className="heading mt-5">
      {title}
      {onAdd && <button type="button" className="text-steel ml-auto font-sans text-[14px] font-normal tracking-normal normal-case underline" onClick={onAdd}>{add}</button>}
    </h2>
  );
} // prettier-ignore

/** What whoever may edit opens with a click. */
function Opened({ onOpen, children }: { onOpen: (() => void) | undefined; children: ReactNode }) {
  return onOpen ? <button type="button" className="text-left underline decoration-dotted" onClick={onOpen}>{children}</button> : <span>{children}</span>;
} // prettier-ignore

function Row({ map, operation, onOpen }: { map: AccessMap; operation: Operation; onOpen: (() => void) | undefined }) {
  const needs = needsWords(map, operation.needs);
  const gives = operation.gives.map((fact) => factWords(map, fact)).join(', ');
  const facts = [
    operation.place,
    `${operation.minutes} min${operation.waiting ? ' waiting' : operation.back ? ` + ${operation.back.minutes} back` : ''}`,
    operation.uses.map(({ tray, count }) => `${count} of ${tray}`).join(', '),
    operation.breaks > 0 && `${Math.round(operation.breaks * 100)} % of the clips break`,
    operation.coolantL > 0 && `coolant to ${operation.coolantL} L out`,
    operation.transmissionL > 0 && `${operation.transmissionL} L of fluid`,
    operation.people > 1 && `${operation.people} people`,
    operation.connector,
    operation.when && `only for ${conditionSentence(operation.when)}`,
  ].filter(Boolean);
  return (
    <li className="border-rule grid gap-x-4 border-b py-1.5 md:grid-cols-[1.1fr_1fr]">
      <span>
        {onOpen ? (
          <button type="button" className="text-steel text-left font-semibold underline" onClick={onOpen}>
            {operation.text}
          </button>
        ) : (
          <strong>{operation.text}</strong>
        )}
        <span className="text-muted block text-[14px]">{facts.join(' · ')}</span>
        {operation.detail && <span className="block text-[14px]">{operation.detail}</span>}
      </span>
      <span className="text-[14px]">
        {needs ? (
          <>
            <span className="text-muted">needs </span>
            {needs}
          </>
        ) : (
          <span className="text-muted">reached as it stands</span>
        )}
        <span className="text-muted block">brings about {gives}</span>
      </span>
    </li>
  );
} // prettier-ignore
