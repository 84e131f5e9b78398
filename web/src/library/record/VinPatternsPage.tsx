import { useState } from 'react';
import { Link, useOutletContext } from 'react-router';
import { VIN_PATTERN_FIELDS } from '@radiatrix/core/vehicle';
import { canEdit, type NewVinPattern, type Person } from '@radiatrix/contract';
import { isProposed, problemOf } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { WaitingChanges } from '../review/WaitingChanges.tsx';
import { Field } from '../../ui/fields.tsx';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';

const BLANK: NewVinPattern = { prefix: '', position: 0, codes: '', field: 'model', value: '' };

/** What the shop has learnt of identification numbers: a beginning, a position, and what they say. */
export function VinPatternsPage() {
  const person = useOutletContext<Person>();
  const editable = canEdit(person.role);
  const { data, error, refetch } = recordingApi.useVinPatternsQuery();
  const [send, sending] = recordingApi.useNewVinPatternMutation();
  const [drop] = recordingApi.useDropVinPatternMutation();
  const [typed, setTyped] = useState(BLANK);
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting />;
  const problem = problemOf(sending.error);
  const wrong = (path: string): string | undefined =>
    problem?.fields?.find((each) => each.path === path)?.message;
  return (
    <div className="mt-4 max-w-4xl">
      <h1 className="heading">
        Identification numbers
        <Link to="/library?shelf=parts" className="font-sans text-[15px] font-normal tracking-normal normal-case">
          back to the library
        </Link>
      </h1>
      <p className="mt-2 max-w-[75ch]">
        A number that begins so, with one of these characters at that position, says this of the vehicle. A point in
        the beginning stands for any character. What a pattern says becomes a chip in Ask.
      </p>
      {data.length === 0 && <Empty title="No pattern yet">Record the first from a number whose vehicle you know.</Empty>}
      <WaitingChanges of="vin-pattern" person={person} />
      <table className="mt-3 w-full border-collapse text-[15px]">
        <caption className="sr-only">Patterns</caption>
        <tbody>
          {data.map((pattern) => (
            <tr key={pattern.id} className="border-rule border-b">
              <td className="figure py-1">{pattern.prefix}</td>
              <td>
                {pattern.position > 0 ? (
                  <>
                    <span className="figure">{[...pattern.codes].join(' or ')}</span> at position <span className="figure">{pattern.position}</span>
                  </>
                ) : (
                  <span className="text-muted">whatever follows</span>
                )}
              </td>
              <td>
                {pattern.field === 'engineCode' ? 'engine' : pattern.field} <strong>{pattern.value}</strong>
              </td>
              <td className="text-right">
                {editable && (
                  <button type="button" className="text-no underline" onClick={() => void drop({ id: pattern.id, key: crypto.randomUUID() })}>
                    take away
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {editable && (
        <form
          className="mt-4 flex flex-wrap items-start gap-3"
          aria-label="New pattern"
          onSubmit={(event) => {
            event.preventDefault();
            void send({ body: typed, key: crypto.randomUUID() })
              .unwrap()
              .then(() => setTyped(BLANK))
              .catch((failure: unknown) => isProposed(failure) && setTyped(BLANK));
          }}
        >
          <Field label="Begins with" className="w-40" problem={wrong('prefix')}>
            <input className="input figure uppercase" required maxLength={17} value={typed.prefix} onChange={(event) => setTyped({ ...typed, prefix: event.target.value.toUpperCase() })} />
          </Field>
          <Field label="Position, 0 for none" className="w-32" problem={wrong('position')}>
            <input type="number" min={0} max={17} className="input figure" value={typed.position} onChange={(event) => setTyped({ ...typed, position: Number(event.target.value), codes: Number(event.target.value) === 0 ? '' : typed.codes })} />
          </Field>
          <Field label="Any of" className="w-28" problem={wrong('codes')}>
            <input className="input figure uppercase" disabled={typed.position === 0} value={typed.codes} onChange={(event) => setTyped({ ...typed, codes: event.target.value.toUpperCase() })} />
          </Field>
          <Field label="Says of the vehicle its" className="w-40">
            <select className="select" value={typed.field} onChange={(event) => setTyped({ ...typed, field: event.target.value as NewVinPattern['field'] })}>
              {VIN_PATTERN_FIELDS.map((field) => (
                <option key={field} value={field}>
                  {field === 'engineCode' ? 'engine code' : field}
                </option>
              ))}
            </select>
          </Field>
          <Field label="Which is" className="w-44" problem={wrong('value')}>
            <input className="input" required value={typed.value} onChange={(event) => setTyped({ ...typed, value: event.target.value })} />
          </Field>
          <button type="submit" className="btn btn-primary mt-[22px]" disabled={sending.isLoading}>
            Record it
          </button>
        </form>
      )}
      {problem && !problem.fields && <Failure error={sending.error} />}
    </div>
  ); // prettier-ignore
}
