import { Link, useOutletContext, useSearchParams } from 'react-router';
import { canEdit, LIBRARY, type LibraryTable, type Person, type SearchHit } from '@radiatrix/contract';
import { mergingWords } from '@radiatrix/words/en/merging';
import { kindName } from '@radiatrix/words/figures';
import { api } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Empty, Failure } from '../../ui/notices.tsx';

const SHELVES = [
  ['parts', 'Parts'],
  ['vehicles', 'Vehicles'],
  ['connectors', 'Connectors'],
  ['make', 'Makes'],
  ['model', 'Models'],
  ['engine', 'Engines'],
  ['transmission', 'Transmissions'],
  ['source', 'Sources'],
  ['bay', 'Bays'],
] as const;

const NEW: Record<string, [to: string, label: string]> = {
  parts: ['/parts/new', 'Record a part'],
  connectors: ['/connectors/new', 'Record a connector'],
  vehicles: ['/library/configuration/new', 'Record a vehicle'],
};
const newOn = (shelf: string): [string, string] =>
  NEW[shelf] ?? [`/library/${shelf}/new`, `Record a ${LIBRARY[shelf as LibraryTable].one}`];

/** The library, shelf by shelf; which shelf and what is looked for are in the address. */
export function LibraryPage() {
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const asked = params.get('shelf') ?? 'parts';
  const shelf = SHELVES.some(([each]) => each === asked) ? asked : 'parts';
  const text = params.get('text') ?? '';
  const everywhere = params.get('all') ?? '';
  const [to, label] = newOn(shelf);
  return (
    <div className="mt-4">
      <div className="border-strong flex flex-wrap items-end gap-x-5 gap-y-2 border-b pb-2">
        <h1 className="text-[24px]">Library</h1>
        <input
          type="search"
          className="input max-w-80"
          aria-label="Search the whole library"
          placeholder="any number, name or word of the library"
          value={everywhere}
          onChange={(event) =>
            setParams(event.target.value === '' ? { shelf } : { shelf, all: event.target.value }, {
              replace: true,
            })
          }
        />
        <span className="ml-auto flex flex-wrap gap-x-4 gap-y-1">
          {canEdit(person.role) && <Link to="/merges">{mergingWords('all')}</Link>}
          <Link to="/library/practice">Practice</Link>
          <Link to="/library/diagnosis">Diagnosis table</Link>
          <Link to="/library/failures">Failures</Link>
          <Link to="/trainer">Trainer</Link>
          <Link to="/library/vins">Identification numbers</Link>
        </span>
      </div>
      {everywhere.trim() !== '' ? (
        <Everywhere text={everywhere} />
      ) : (
        <>
          <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-2 pb-2">
            <nav aria-label="Shelves" className="font-label flex flex-wrap gap-x-4 text-[18px]">
              {SHELVES.map(([value, name]) => (
                <Link
                  key={value}
                  to={`?shelf=${value}`}
                  aria-current={shelf === value ? 'page' : undefined}
                  className={
                    shelf === value ? 'text-copper font-semibold no-underline' : 'text-ink no-underline'
                  }
                >
                  {name}
                </Link>
              ))}
            </nav>
            <input
              type="search"
              className="input ml-auto max-w-56"
              aria-label="Narrow this shelf"
              placeholder="narrow this shelf"
              value={text}
              onChange={(event) => setParams({ shelf, text: event.target.value }, { replace: true })}
            />
            {canEdit(person.role) && (
              <Link className="btn btn-primary no-underline" to={to}>
                {label}
              </Link>
            )}
          </div>
          {shelf === 'parts' ? (
            <Parts text={text} />
          ) : shelf === 'vehicles' ? (
            <Vehicles text={text} />
          ) : shelf === 'connectors' ? (
            <Connectors text={text} />
          ) : (
            <Records table={shelf as LibraryTable} text={text} />
          )}
        </>
      )}
    </div>
  );
}

function Records({ table, text }: { table: LibraryTable; text: string }) {
  const { data, error, refetch } = recordingApi.useRecordsQuery({ table, text });
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (data?.length === 0) return <Nothing text={text} />;
  return (
    <ul>
      {data?.map((line) => (
        <li key={line.id} className="border-rule grid grid-cols-[260px_1fr] gap-6 border-b py-1">
          <Link to={`/library/${table}/${line.id}`}>{line.title}</Link>
          <span className="text-muted">{line.detail}</span>
        </li>
      ))}
    </ul>
  );
}

const TYPE_WORDS: Record<SearchHit['type'], string> = {
  part: 'part',
  model: 'model',
  engine: 'engine',
  transmission: 'transmission',
  connector: 'connector',
  source: 'source',
  job: 'job',
};

function hitLine(hit: SearchHit): { to: string; title: string; detail: string; figure: boolean } {
  switch (hit.type) {
    case 'part':
      return {
        to: `/parts/${hit.id}`,
        title: hit.number,
        figure: true,
        detail: [
          `${hit.maker}, ${kindName(hit.kind)}`,
          hit.description,
          hit.why && `also ${hit.why}`,
          hit.supersededBy && `its place is taken by ${hit.supersededBy}`,
        ]
          .filter(Boolean)
          .join(' · '),
      };
    case 'model':
      return { to: `/library/model/${hit.id}`, title: hit.name, figure: false, detail: hit.make };
    case 'engine':
    case 'transmission':
      return { to: `/library/${hit.type}/${hit.id}`, title: hit.code, figure: true, detail: hit.label };
    case 'connector':
      return { to: `/connectors/${hit.code}`, title: hit.code, figure: true, detail: hit.name };
    case 'source':
      return { to: `/library/source/${hit.id}`, title: hit.name, figure: false, detail: hit.kind };
    case 'job':
      return {
        to: `/jobs/${hit.id}`,
        title: hit.label || `Job ${hit.id}`,
        figure: false,
        detail: hit.complaint,
      };
  }
}

/** Everything that answers to what was typed, whatever shelf it stands on. */
function Everywhere({ text }: { text: string }) {
  const { data, error, refetch } = recordingApi.useSearchQuery(text);
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return null;
  if (data.hits.length === 0)
    return (
      <div className="mt-4">
        <Empty title={`Nothing in the library answers to “${text.slice(0, 40)}”`}>
          Numbers are found by their beginning, ours or any seller’s; words anywhere in a description.
        </Empty>
      </div>
    );
  return (
    <ul aria-label="Found" className="mt-2">
      {data.hits.map((hit) => {
        const line = hitLine(hit);
        return (
          <li
            key={line.to}
            className="border-rule grid grid-cols-[110px_200px_1fr] items-baseline gap-4 border-b py-1"
          >
            <span className="label-text">{TYPE_WORDS[hit.type]}</span>
            <Link to={line.to} className={line.figure ? 'figure' : ''}>
              {line.title}
            </Link>
            <span className="text-muted">{line.detail}</span>
          </li>
        );
      })}
    </ul>
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
            <td className="w-36">{kindName(part.kind)}</td>
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
