import { Link, useOutletContext, useSearchParams } from 'react-router';
import { PART_KIND_LABELS } from '@radiatrix/core/fit';
import { canEdit, type Person } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { Empty } from '../../ui/notices.tsx';

const SHELVES = [
  ['parts', 'Parts'],
  ['vehicles', 'Vehicles'],
  ['connectors', 'Connectors'],
] as const;

/** The library, shelf by shelf; which shelf and what is looked for are in the address. */
export function LibraryPage() {
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const shelf = params.get('shelf') ?? 'parts';
  const text = params.get('text') ?? '';
  return (
    <div className="mt-4">
      <div className="border-strong flex flex-wrap items-end gap-5 border-b pb-2">
        <h1 className="text-[24px]">Library</h1>
        <nav aria-label="Shelves" className="font-label flex gap-4 text-[18px]">
          {SHELVES.map(([value, label]) => (
            <Link
              key={value}
              to={`?shelf=${value}`}
              aria-current={shelf === value ? 'page' : undefined}
              className={shelf === value ? 'text-copper font-semibold no-underline' : 'text-ink no-underline'}
            >
              {label}
            </Link>
          ))}
        </nav>
        <input
          type="search"
          className="input ml-auto max-w-64"
          aria-label="Narrow this shelf"
          placeholder="narrow this shelf"
          value={text}
          onChange={(event) => setParams({ shelf, text: event.target.value }, { replace: true })}
        />
        {canEdit(person.role) && shelf !== 'vehicles' && (
          <Link
            className="btn btn-primary no-underline"
            to={shelf === 'parts' ? '/parts/new' : '/connectors/new'}
          >
            {shelf === 'parts' ? 'Record a part' : 'Record a connector'}
          </Link>
        )}
      </div>
      {shelf === 'parts' && <Parts text={text} />}
      {shelf === 'vehicles' && <Vehicles text={text} />}
      {shelf === 'connectors' && <Connectors text={text} />}
    </div>
  );
}

const has = (text: string, ...fields: string[]): boolean =>
  fields.join(' ').toLowerCase().includes(text.toLowerCase());

function Parts({ text }: { text: string }) {
  const { data } = api.usePartsQuery(text);
  if (data?.length === 0) return <Nothing text={text} />;
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">Parts</caption>
      <tbody>
        {data?.map((part) => (
          <tr key={part.id} className="border-rule border-b">
            <td className="figure w-40 py-1">
              <Link to={`/parts/${part.id}`}>{part.number}</Link>
            </td>
            <td className="w-32">{part.maker}</td>
            <td className="w-36">{PART_KIND_LABELS[part.kind].one}</td>
            <td>{part.description}</td>
            <td className="text-muted text-right">
              revision {part.revision}, {part.state}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Vehicles({ text }: { text: string }) {
  const { data } = api.useVehiclesQuery();
  const rows = data?.filter((vehicle) =>
    has(text, vehicle.title, vehicle.engine, vehicle.transmission, ...vehicle.options),
  );
  if (rows?.length === 0) return <Nothing text={text} />;
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">Vehicles</caption>
      <tbody>
        {rows?.map((vehicle) => (
          <tr key={vehicle.id} className="border-rule border-b">
            <td className="w-64 py-1">
              <Link to={`/v/${vehicle.id}`}>{vehicle.title}</Link>
            </td>
            <td>{vehicle.engine}</td>
            <td>{vehicle.transmission}</td>
            <td className="text-muted">{vehicle.options.join(', ')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Connectors({ text }: { text: string }) {
  const { data } = api.useConnectorsQuery();
  const rows = data?.filter((connector) => has(text, connector.code, connector.name));
  if (rows?.length === 0) return <Nothing text={text} />;
  return (
    <ul>
      {rows?.map((connector) => (
        <li key={connector.id} className="border-rule flex gap-6 border-b py-1">
          <Link className="figure w-28" to={`/connectors/${connector.code}`}>
            {connector.code}
          </Link>
          {connector.name}
        </li>
      ))}
    </ul>
  );
}

const Nothing = ({ text }: { text: string }) => (
  <div className="mt-4">
    <Empty title={text ? `Nothing on this shelf has “${text.slice(0, 40)}” in it` : 'This shelf is empty'}>
      {text
        ? 'Shorten it, or look on another shelf.'
        : 'Record something here, or bring a bundle in by Import.'}
    </Empty>
  </div>
);
