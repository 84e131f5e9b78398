import { useFieldArray, type UseFormReturn } from 'react-hook-form';
import {
  conditionSentence,
  readCondition,
  type Condition,
  type ConditionWords,
} from '@radiatrix/core/application';
import { PART_KINDS } from '@radiatrix/core/figures';
import {
  CAUTIONS,
  FASTENER_POLICIES,
  PHASE_LABELS,
  PHASES,
  proofread,
  type Fastener,
  type ProcedureDocument,
  type Step,
} from '@radiatrix/core/procedure';
import { kindName } from '@radiatrix/words/figures';
import { api, problemOf, type Tagged } from '../../api/api.ts';
import { Field, RowTools } from '../../ui/fields.tsx';
import { SaveBar } from '../../ui/SaveBar.tsx';
import { useDocumentForm } from '../../ui/useDocumentForm.ts';

interface Props {
  name: string;
  start: Tagged<ProcedureDocument>;
  send: (body: ProcedureDocument, etag: string, key: string) => Promise<unknown>;
  refetch?: () => Promise<Tagged<ProcedureDocument>>;
  onDone: () => void;
}

/** Lists are typed as one line each, parted by commas; fastener uses as "2 A, 4 C". */
interface StepText extends Omit<
  Step,
  'tools' | 'consumables' | 'uses' | 'cautions' | 'cautionsWhen' | 'when' | 'connectorWhen'
> {
  /** As the trade writes it: 2008–2012, QA5; not 2010. */
  when: string;
  tools: string;
  consumables: string;
  uses: string;
  /** Codes, each with whom it concerns in brackets: restraint [built 2010-03 to 2011-02], lift. */
  caution: string;
  connectorWhen: string;
}
interface NoteText {
  text: string;
  when: string;
}
interface FastenerText extends Omit<Fastener, 'lengthMm' | 'torqueNm' | 'when'> {
  when: string;
  lengthMm: string;
  torqueNm: string;
}
interface FormValues extends Omit<ProcedureDocument, 'steps' | 'fasteners' | 'notes'> {
  notes: NoteText[];
  steps: StepText[];
  fasteners: FastenerText[];
}
type Form = UseFormReturn<FormValues>;

const splitList = (text: string): string[] => text.split(',').map((item) => item.trim()).filter(Boolean); // prettier-ignore
const readNumber = (text: string): number | null =>
  text.trim() === '' ? null : Number(text.replace(',', '.'));

/** Cautions as they are typed, parted by commas outside of brackets. */
const readCautions = (text: string): { code: string; when: string }[] =>
  text
    .split(/,(?![^[]*\])/)
    .map((each) => /^\s*([^[]*?)\s*(?:\[([^\]]*)\])?\s*$/.exec(each))
    .flatMap((hit) => (hit?.[1] ? [{ code: hit[1], when: hit[2] ?? '' }] : []));

const whenText = (when: Condition | null): string => (when ? conditionSentence(when) : '');

const toForm = (document: ProcedureDocument): FormValues => ({
  ...document,
  notes: document.notes.map(({ text, when }) => ({ text, when: whenText(when) })),
  fasteners: document.fasteners.map((each) => ({
    ...each,
    lengthMm: each.lengthMm === null ? '' : String(each.lengthMm),
    torqueNm: each.torqueNm === null ? '' : String(each.torqueNm),
    when: whenText(each.when),
  })),
  steps: document.steps.map(
    ({ cautions, cautionsWhen, tools, consumables, uses, when, connectorWhen, ...each }) => ({
      ...each,
      when: whenText(when),
      connectorWhen: whenText(connectorWhen),
      tools: tools.join(', '),
      consumables: consumables.join(', '),
      uses: uses.map((use) => `${use.count} ${use.tray}`).join(', '),
      caution: cautions
        .map((code) => (cautionsWhen[code] ? `${code} [${whenText(cautionsWhen[code])}]` : code))
        .join(', '),
    }),
  ),
});

const conditionOf = (text: string, words: ConditionWords) => {
  const read = readCondition(text, words);
  return read.ok ? read.condition : null;
};

const toDocument = (form: FormValues, words: ConditionWords): ProcedureDocument => ({
  ...form,
  // What was typed before notes existed is kept in the browser without them.
  notes: (form.notes ?? []).map(({ text, when }) => ({ text, when: conditionOf(when, words) })),
  fasteners: form.fasteners.map((each) => ({
    ...each,
    expected: Number(each.expected),
    lengthMm: readNumber(each.lengthMm),
    torqueNm: readNumber(each.torqueNm),
    when: conditionOf(each.when, words),
  })),
  steps: form.steps.map(({ caution, ...each }) => ({
    ...each,
    when: conditionOf(each.when, words),
    connectorWhen: conditionOf(each.connectorWhen ?? '', words),
    minutes: Number(each.minutes),
    tools: splitList(each.tools),
    consumables: splitList(each.consumables),
    cautions: readCautions(caution).map(({ code }) => code),
    cautionsWhen: Object.fromEntries(
      readCautions(caution).flatMap(({ code, when }) => {
        const condition = conditionOf(when, words);
        return condition ? [[code, condition]] : [];
      }),
    ),
    uses: splitList(each.uses).map((use) => {
      const [, count, tray] = /^(\d*)\s*(?:of|×|x)?\s*([A-Za-z])$/.exec(use) ?? [];
      return { tray: tray?.toUpperCase() ?? use, count: Number(count || 1) };
    }),
  })),
});

const nextTray = (used: readonly { tray: string }[]): string =>
  [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((letter) => !used.some((each) => each.tray === letter)) ?? 'Z';

/** What a refused save says, each with the step or fastener it is about. */
const problemsOf = (error: unknown): string[] =>
  (problemOf(error)?.fields ?? []).map(({ path, message }) => {
    const [, list, index] = /(steps|fasteners)\.(\d+)/.exec(path) ?? [];
    return list ? `${list === 'steps' ? 'Step' : 'Fastener'} ${Number(index) + 1}: ${message}` : message;
  });

/** Fasteners first (the tray), then the steps that take them out and put them back; proofread as it is typed. */
export function ProcedureForm({ name, start, send, refetch, onDone }: Props) {
  const { data: connectors } = api.useConnectorsQuery();
  const { data: vocabulary } = api.useVocabularyQuery();
  const words: ConditionWords = {
    engines: vocabulary?.engines.map(({ code }) => code) ?? [],
    transmissions: vocabulary?.transmissions.map(({ code }) => code) ?? [],
  };
  const { form, dirty, saving, restoredAt, submit, startOver, keepMine, takeBoth, merged, message } =
    useDocumentForm<FormValues>({
      name,
      initial: toForm(start.record),
      etag: start.etag,
      send: (values, tag, key) => send(toDocument(values, words), tag, key),
      refetch:
        refetch &&
        (async () => {
          const now = await refetch();
          return { record: toForm(now.record), etag: now.etag };
        }),
      onDone,
    });
  const fasteners = useFieldArray({ control: form.control, name: 'fasteners' });
  const steps = useFieldArray({ control: form.control, name: 'steps' });
  const notes = useFieldArray({ control: form.control, name: 'notes' });
  const findings = proofread(toDocument(form.watch(), words));
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Procedure" className="mt-3">
      <div className="grid gap-3 md:grid-cols-[1fr_180px_1fr]">
        <Field label="Title" problem={message('title')}>
          <input className="input" autoFocus {...form.register('title', { required: true })} />
        </Field>
        <Field label="Part" problem={message('partKind')}>
          <select className="select" disabled={refetch !== undefined} {...form.register('partKind')}>
            {PART_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {kindName(kind)}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Way in" problem={message('way')}>
          <input className="input" {...form.register('way')} />
        </Field>
      </div>

      <h2 className="heading mt-5">To know before the first step</h2>
      {notes.fields.map((row, index) => (
        <div
          key={row.id}
          className="border-rule mt-1 grid grid-cols-[1fr_300px_auto] items-start gap-2 border-b pb-1.5"
        >
          <Field bare={index > 0} label="Note" problem={message(`notes.${index}.text`)}>
            <input className="input" {...form.register(`notes.${index}.text`, { required: true })} />
          </Field>
          <OnlyFor form={form} at={`notes.${index}.when`} words={words} bare={index > 0} />
          <span className={index > 0 ? 'pt-1.5' : 'pt-7'}>
            <RowTools what={`note ${index + 1}`} first last onRemove={() => notes.remove(index)} />
          </span>
        </div>
      ))}
      <button
        type="button"
        className="btn btn-quiet mt-2"
        onClick={() =>
          notes.append({ text: '', when: '' }, { focusName: `notes.${notes.fields.length}.text` })
        }
      >
        Add a note
      </button>

      <h2 className="heading mt-5">Fasteners, one tray place each</h2>
      {fasteners.fields.map((row, index) => (
        <FastenerRow
          key={row.id}
          form={form}
          index={index}
          message={message}
          words={words}
          onRemove={() => fasteners.remove(index)}
        />
      ))}
      <button
        type="button"
        className="btn btn-quiet mt-2"
        onClick={() =>
          fasteners.append(
            {
              tray: nextTray(form.getValues('fasteners')),
              name: '',
              thread: '',
              lengthMm: '',
              tool: '',
              expected: 1,
              torqueNm: '',
              torqueSource: '',
              policy: 'reuse',
              when: '',
            },
            { focusName: `fasteners.${fasteners.fields.length}.name` },
          )
        }
      >
        Add a fastener
      </button>

      <h2 className="heading mt-5">
        Steps <span className="figure">{steps.fields.length}</span>
      </h2>
      {steps.fields.map((row, index) => (
        <StepRow
          key={row.id}
          form={form}
          index={index}
          count={steps.fields.length}
          connectors={connectors ?? []}
          message={message}
          words={words}
          onMove={(step) => steps.move(index, index + step)}
          onRemove={() => steps.remove(index)}
        />
      ))}
      <button
        type="button"
        className="btn btn-quiet mt-2"
        onClick={() =>
          steps.append(
            {
              id: '',
              after: '',
              connectorWhen: '',
              when: '',
              phase: form.getValues('steps').at(-1)?.phase ?? 'prepare',
              text: '',
              detail: '',
              tools: '',
              consumables: '',
              minutes: 3,
              waiting: false,
              caution: '',
              uses: '',
              connector: '',
            },
            { focusName: `steps.${steps.fields.length}.text` },
          )
        }
      >
        Add a step
      </button>

      {findings.length > 0 && (
        <section aria-label="Proofread" className="mt-4">
          <h2 className="heading">Proofread</h2>
          <ul>
            {findings.map((finding) => (
              <li
                key={finding.at + finding.message}
                className={finding.severity === 'wrong' ? 'text-no' : 'text-muted'}
              >
                {finding.message}
              </li>
            ))}
          </ul>
        </section>
      )}
      {problemsOf(saving.error).length > 0 && (
        <ul role="alert" aria-label="What was refused" className="text-no mt-3 list-disc pl-5">
          {problemsOf(saving.error).map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      <SaveBar
        saving={saving}
        dirty={dirty}
        label="Save procedure"
        restoredAt={restoredAt}
        onDiscard={startOver}
        onKeepMine={keepMine}
        onTakeBoth={takeBoth}
        merged={merged}
        difference={
          <Differences
            mine={toDocument(form.getValues(), words)}
            theirs={saving.stale?.current as ProcedureDocument | undefined}
          />
        }
      >
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          Close, keep what I typed
        </button>
      </SaveBar>
    </form>
  );
}

function FastenerRow({
  form,
  index,
  message,
  words,
  onRemove,
}: {
  form: Form;
  index: number;
  words: ConditionWords;
  message: (path: string) => string | undefined;
  onRemove: () => void;
}) {
  const at = `fasteners.${index}` as const;
  return (
    <div className="border-rule mt-1 grid grid-cols-[52px_1.3fr_1.1fr_70px_1.1fr_66px_76px_1.1fr_100px_1fr_auto] items-start gap-2 border-b pb-1.5">
      <Field bare={index > 0} label="Tray" problem={message(`${at}.tray`) ?? message(at)}>
        <input className="input figure" maxLength={1} {...form.register(`${at}.tray`, { required: true })} />
      </Field>
      <Field bare={index > 0} label="What it is" problem={message(`${at}.name`)}>
        <input className="input" {...form.register(`${at}.name`, { required: true })} />
      </Field>
      <Field bare={index > 0} label="Thread or kind" problem={message(`${at}.thread`)}>
        <input className="input figure" placeholder="M6 × 16" {...form.register(`${at}.thread`)} />
      </Field>
      <Field bare={index > 0} label="Length, mm" problem={message(`${at}.lengthMm`)}>
        <input className="input figure" inputMode="decimal" {...form.register(`${at}.lengthMm`)} />
      </Field>
      <Field bare={index > 0} label="Tool" problem={message(`${at}.tool`)}>
        <input className="input" placeholder="10 mm socket" {...form.register(`${at}.tool`)} />
      </Field>
      <Field bare={index > 0} label="Should be" problem={message(`${at}.expected`)}>
        <input
          className="input figure"
          inputMode="numeric"
          {...form.register(`${at}.expected`, { required: true })}
        />
      </Field>
      <Field bare={index > 0} label="Torque, N·m" problem={message(`${at}.torqueNm`)}>
        <input className="input figure" inputMode="decimal" {...form.register(`${at}.torqueNm`)} />
      </Field>
      <Field bare={index > 0} label="Torque from" problem={message(`${at}.torqueSource`)}>
        <input
          className="input"
          placeholder="which record says so"
          {...form.register(`${at}.torqueSource`)}
        />
      </Field>
      <Field bare={index > 0} label="Use again">
        <select className="select" {...form.register(`${at}.policy`)}>
          {FASTENER_POLICIES.map((policy) => (
            <option key={policy}>{policy}</option>
          ))}
        </select>
      </Field>
      <OnlyFor form={form} at={`${at}.when`} words={words} bare={index > 0} />
      <span className={index > 0 ? 'pt-1.5' : 'pt-7'}>
        <RowTools what={`fastener ${index + 1}`} first last onRemove={onRemove} />
      </span>
    </div>
  );
}

interface StepProps {
  form: Form;
  index: number;
  count: number;
  connectors: { code: string; name: string }[];
  message: (path: string) => string | undefined;
  words: ConditionWords;
  onMove: (step: -1 | 1) => void;
  onRemove: () => void;
}

function StepRow({ form, index, count, connectors, message, words, onMove, onRemove }: StepProps) {
  const at = `steps.${index}` as const;
  return (
    <div className="border-rule mt-1.5 grid grid-cols-[30px_1fr_auto] gap-2 border-b pb-2">
      <span className="figure text-muted pt-7">{index + 1}</span>
      <div className="grid grid-cols-12 gap-2">
        <Field label="Phase" className="col-span-2">
          <select className="select" {...form.register(`${at}.phase`)}>
            {PHASES.map((phase) => (
              <option key={phase} value={phase}>
                {PHASE_LABELS[phase]}
              </option>
            ))}
          </select>
        </Field>
        <Field label="What to do" problem={message(`${at}.text`)} className="col-span-4">
          <input className="input" {...form.register(`${at}.text`, { required: true })} />
        </Field>
        <Field label="How, where, what to look for" problem={message(`${at}.detail`)} className="col-span-6">
          <input className="input" {...form.register(`${at}.detail`)} />
        </Field>
        <Field
          label="Fasteners, as 2 A"
          problem={message(`${at}.uses`) ?? message(`${at}.uses.0.tray`)}
          className="col-span-2"
        >
          <input className="input figure" {...form.register(`${at}.uses`)} />
        </Field>
        <Field label="Other tools" className="col-span-2">
          <input className="input" {...form.register(`${at}.tools`)} />
        </Field>
        <Field label="Consumables" className="col-span-2">
          <input className="input" {...form.register(`${at}.consumables`)} />
        </Field>
        <Field label="Connector" problem={message(`${at}.connector`)} className="col-span-2">
          <select className="select" {...form.register(`${at}.connector`)}>
            <option value="">none</option>
            {connectors.map((each) => (
              <option key={each.code} value={each.code}>
                {each.code}
              </option>
            ))}
          </select>
        </Field>
        <Field
          label="Caution"
          problem={message(`${at}.cautions`) ?? message(`${at}.caution`)}
          className="col-span-2"
        >
          <input
            className="input"
            list="cautions"
            title="A caution of some vehicles only has them in brackets: restraint [built 2010-03 to 2011-02]"
            {...form.register(`${at}.caution`, {
              validate: (value) => {
                const wrong = readCautions(value)
                  .map(({ when }) => readCondition(when, words))
                  .find(({ ok }) => !ok);
                return !wrong || wrong.ok || wrong.message;
              },
            })}
          />
        </Field>
        <Field label="Minutes" problem={message(`${at}.minutes`)} className="col-span-1">
          <input className="input figure" inputMode="decimal" {...form.register(`${at}.minutes`)} />
        </Field>
        <OnlyFor form={form} at={`${at}.when`} words={words} className="col-span-3" />
        <OnlyFor
          form={form}
          at={`${at}.connectorWhen`}
          label="Plug only for"
          words={words}
          className="col-span-2"
        />
        <label className="col-span-1 self-end pb-1 text-[14px]">
          <input type="checkbox" className="checkbox mr-1.5" {...form.register(`${at}.waiting`)} />
          waiting
        </label>
        <datalist id="cautions">
          {CAUTIONS.map((caution) => (
            <option key={caution.code} value={caution.code}>
              {caution.text}
            </option>
          ))}
        </datalist>
      </div>
      <span className="pt-7">
        <RowTools
          what={`step ${index + 1}`}
          first={index === 0}
          last={index === count - 1}
          onMove={onMove}
          onRemove={onRemove}
        />
      </span>
    </div>
  );
}

/** Which vehicles and parts a step or fastener concerns; nothing written means all. */
function OnlyFor({
  form,
  at,
  words,
  label = 'Only for',
  bare = false,
  className = '',
}: {
  form: Form;
  at:
    | `steps.${number}.when`
    | `steps.${number}.connectorWhen`
    | `fasteners.${number}.when`
    | `notes.${number}.when`;
  label?: string;
  words: ConditionWords;
  bare?: boolean;
  className?: string;
}) {
  const text = form.watch(at) ?? '';
  const read = readCondition(text, words);
  return (
    <Field bare={bare} label={label} problem={read.ok ? undefined : read.message} className={className}>
      <input
        className="input"
        placeholder="all; or 2008–2012, QA5; not 2010"
        {...form.register(at, {
          validate: (value) => {
            const now = readCondition(value, words);
            return now.ok || now.message;
          },
        })}
      />
    </Field>
  );
}

function Differences({ mine, theirs }: { mine: ProcedureDocument; theirs: ProcedureDocument | undefined }) {
  if (!theirs) return null;
  const texts = (document: ProcedureDocument): string[] => document.steps.map((step) => step.text);
  const onlyTheirs = texts(theirs).filter((text) => !texts(mine).includes(text));
  const onlyMine = texts(mine).filter((text) => !texts(theirs).includes(text));
  return (
    <ul className="list-disc pl-5">
      {onlyTheirs.length > 0 && <li>only on record now: {onlyTheirs.join('; ')}</li>}
      {onlyMine.length > 0 && <li>only in yours: {onlyMine.join('; ')}</li>}
      {onlyTheirs.length + onlyMine.length === 0 && <li>the same steps in other details</li>}
    </ul>
  );
}
