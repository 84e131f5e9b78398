import { useState } from 'react';
import { FAILURE_MODES, FAILURE_MODE_NAMES, SETTLEMENTS, type FailureMode, type Settlement } from '@radiatrix/core/failure'; // prettier-ignore
import type { FailureBody, FailureRecord, FailureReport } from '@radiatrix/contract';
import { failureWords } from '@radiatrix/words/en/failures';
import { api } from '../../api/api.ts';
import { filingApi } from '../../api/filing.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure } from '../../ui/notices.tsx';
import { useKept } from '../../ui/useKept.ts';
import { useSaving } from '../../ui/useSaving.ts';

const blank = (): FailureBody => ({
  revision: null, serial: '', vehicle: '', owner: '', jobId: null, inOn: null, outOn: '', inKm: null, outKm: null, mode: 'no-output', noisy: null,
  beside: '', circumstances: '', consequent: '', settled: 'kept',
}); // prettier-ignore

const numberOf = (text: string): number | null => (text.trim() === '' ? null : Number(text));

/** A failure as somebody reports it, or a report put right. */
export function ReportForm({ part, report, begun, onDone }: { part: FailureRecord['part']; report?: FailureReport; begun?: Partial<FailureBody>; onDone: () => void }) {
  const [send] = filingApi.useReportFailureMutation();
  const [change] = filingApi.useChangeFailureMutation();
  const { data: jobs } = api.useJobsQuery();
  const { id: _id, tag: _tag, stamp: _stamp, ...own } = report ?? { id: 0, tag: '', stamp: undefined, ...blank(), ...begun };
  const kept = useKept<FailureBody>(`failure:${part.id}:${report?.id ?? `new:${begun?.jobId ?? ''}`}`, own, report?.tag ?? '');
  const { value: body } = kept;
  const set = <K extends keyof FailureBody>(key: K, next: FailureBody[K]): void => kept.change((now) => ({ ...now, [key]: next }));
  const saving = useSaving<FailureBody>((sent, etag, key) => (report ? change({ id: report.id, etag, body: sent, key }) : send({ id: part.id, body: sent, key })).unwrap());
  const [asked, setAsked] = useState(false);
  const problem = (path: string): string | undefined => saving.fieldProblem(path) ?? (asked && path === 'vehicle' && body.vehicle.trim() === '' && body.jobId === null ? failureWords('form:vehicle:which') : asked && path === 'outOn' && body.outOn === '' ? failureWords('form:when') : undefined);
  return (
    <form
      aria-label={failureWords('form')}
      className="border-rule mt-2 grid max-w-[900px] grid-cols-2 gap-x-4 gap-y-2 border-t pt-2 md:grid-cols-4"
      onSubmit={(event) => {
        event.preventDefault();
        setAsked(true);
        const job = jobs?.find(({ id }) => id === body.jobId);
        const vehicle = body.vehicle.trim() || job?.label || (body.jobId ? `job ${body.jobId}` : '');
        if (vehicle === '' || body.outOn === '') return;
        void saving.save({ ...body, vehicle }, kept.base).then((done) => {
          if (!done) return;
          kept.settle(own, report?.tag ?? '');
          onDone();
        });
      }}
    >
      <Field label={failureWords('form:job')} className="col-span-2">
        <select className="select" value={body.jobId ?? ''} onChange={(event) => set('jobId', numberOf(event.target.value))}>
          <option value="">{failureWords('form:no-job')}</option>
          {jobs?.map(({ id, label, title }) => <option key={id} value={id}>{id} · {label || title}</option>)}
        </select>
      </Field>
      <Field label={failureWords('form:vehicle')} className="col-span-2" {...(problem('vehicle') ? { problem: problem('vehicle')! } : {})}>
        <input className="input" maxLength={80} placeholder={failureWords(body.jobId ? 'form:vehicle:as' : 'form:vehicle:such')} value={body.vehicle} onChange={(event) => set('vehicle', event.target.value)} />
      </Field>
      <Field label={failureWords('form:owner')} className="col-span-2">
        <input className="input" maxLength={80} placeholder={failureWords('form:owner:why')} value={body.owner} onChange={(event) => set('owner', event.target.value)} />
      </Field>
      <Field label={failureWords('form:mode')}>
        <select className="select" value={body.mode ?? ''} onChange={(event) => set('mode', event.target.value === '' ? null : (event.target.value as FailureMode))}><option value="">{failureWords('form:mode:none')}</option>{FAILURE_MODE_NAMES.map((mode) => <option key={mode} value={mode}>{FAILURE_MODES[mode]}</option>)}</select>
      </Field>
      <Field label={failureWords('form:serial')}><input className="input figure" maxLength={80} value={body.serial} onChange={(event) => set('serial', event.target.value)} /></Field>
      <Field label={failureWords('form:revision')}><input className="input figure" type="number" min={1} max={9999} placeholder={failureWords('form:unknown')} value={body.revision ?? ''} onChange={(event) => set('revision', numberOf(event.target.value))} /></Field>
      <Field label={failureWords('form:noisy')}>
        <select className="select" value={body.noisy === null ? '' : body.noisy ? 'yes' : 'no'} onChange={(event) => set('noisy', event.target.value === '' ? null : event.target.value === 'yes')}><option value="">{failureWords('form:unsaid')}</option><option value="yes">{failureWords('form:yes')}</option><option value="no">{failureWords('form:no')}</option></select>
      </Field>
      <Field label={failureWords('form:in')} {...(problem('inOn') ? { problem: problem('inOn')! } : {})}><input className="input figure" type="date" value={body.inOn ?? ''} onChange={(event) => set('inOn', event.target.value || null)} /></Field>
      <Field label={failureWords(body.mode === null ? 'form:seen' : 'form:out')} {...(problem('outOn') ? { problem: problem('outOn')! } : {})}><input className="input figure" type="date" value={body.outOn} onChange={(event) => set('outOn', event.target.value)} /></Field>
      <Field label={failureWords('form:inKm')} {...(problem('inKm') ? { problem: problem('inKm')! } : {})}><input className="input figure" type="number" value={body.inKm ?? ''} onChange={(event) => set('inKm', numberOf(event.target.value))} /></Field>
      <Field label={failureWords(body.mode === null ? 'form:seenKm' : 'form:outKm')} {...(problem('outKm') ? { problem: problem('outKm')! } : {})}><input className="input figure" type="number" value={body.outKm ?? ''} onChange={(event) => set('outKm', numberOf(event.target.value))} /></Field>
      <Field label={failureWords('form:beside')} className="col-span-2"><input className="input" maxLength={200} placeholder={failureWords('form:beside:such')} value={body.beside} onChange={(event) => set('beside', event.target.value)} /></Field>
      <Field label={failureWords('form:settled')} className="col-span-2"><select className="select" value={body.settled} onChange={(event) => set('settled', event.target.value as Settlement)}>{SETTLEMENTS.map((each) => <option key={each}>{each}</option>)}</select></Field>
      <Field label={failureWords('form:circumstances')} className="col-span-2"><input className="input" maxLength={1000} placeholder={failureWords('form:circumstances:such')} value={body.circumstances} onChange={(event) => set('circumstances', event.target.value)} /></Field>
      <Field label={failureWords('form:consequent')} className="col-span-2"><input className="input" maxLength={1000} placeholder={failureWords('form:consequent:such')} value={body.consequent} onChange={(event) => set('consequent', event.target.value)} /></Field>
      {saving.error !== undefined && <div className="col-span-full"><Failure error={saving.error} /></div>}
      <p className="col-span-full flex gap-3">
        <button type="submit" className="btn btn-primary" disabled={saving.busy}>{failureWords(report ? 'form:save' : 'form:send')}</button>
        <button type="button" className="btn btn-quiet" onClick={() => { kept.settle(own, report?.tag ?? ''); onDone(); }}>{failureWords('form:leave')}</button>
      </p>
    </form>
  );
} // prettier-ignore
