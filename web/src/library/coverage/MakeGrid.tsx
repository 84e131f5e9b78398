import type { MakeCoverage, YearStanding } from '@radiatrix/contract';
import { coverageApi } from '../../api/coverage.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';

/** A whole make at once: its models down, years across, and how much of each year some part covers. */
export function MakeGrid({
  makeId,
  kind,
  onChoose,
}: {
  makeId: number;
  kind: string;
  onChoose: (modelId: number) => void;
}) {
  const { data, error, refetch } = coverageApi.useMakeCoverageQuery({ id: makeId, kind });
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="Laying out the make" />;
  const years = yearsOf(data);
  if (years.length === 0)
    return <Empty title="No vehicle of this make is on record">Bring vehicles in by Import.</Empty>;
  return (
    <div className="mt-4 overflow-x-auto">
      <table className="border-collapse" aria-label="Coverage of the make">
        <thead>
          <tr>
            <th scope="col" className="label-text min-w-[180px] pb-1 text-left">
              Model
            </th>
            {years.map((year) => (
              <th
                key={year}
                scope="col"
                className="figure text-muted w-[58px] min-w-[58px] pb-1 text-[14px] font-normal"
              >
                {year}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {data.models.map((model) => (
            <tr key={model.id} className="border-rule border-y">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                <button
                  type="button"
                  className="font-label text-[18px] font-semibold hover:underline"
                  onClick={() => onChoose(model.id)}
                >
                  {model.name}
                </button>
              </th>
              {years.map((year) => (
                <td key={year} className="border-rule h-[42px] border-l p-0 text-center">
                  <Standing standing={model.years.find((each) => each.year === year)} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-muted mt-2 text-[13px]">
        number: vehicles covered of those built · bar: their share · red: vehicles that sources contradict
        each other on
      </p>
    </div>
  );
}

function yearsOf({ models }: MakeCoverage): number[] {
  const all = models.flatMap((model) => model.years.map(({ year }) => year));
  if (all.length === 0) return [];
  const [first, last] = [Math.min(...all), Math.max(...all)];
  return Array.from({ length: last - first + 1 }, (_, step) => first + step);
}

function Standing({ standing }: { standing: YearStanding | undefined }) {
  if (!standing)
    return (
      <span className="text-muted opacity-40" role="img" aria-label="never built">
        ·
      </span>
    );
  const { vehicles, covered, gaps, conflicts } = standing;
  const words = `${covered} of ${vehicles} covered${gaps > 0 ? `, ${gaps} in a gap` : ''}${conflicts > 0 ? `, ${conflicts} contradicted` : ''}`;
  return (
    <span className={`block py-1 ${conflicts > 0 ? 'bg-wash-no' : ''}`} title={words}>
      <span className="sr-only">{words}</span>
      <span aria-hidden="true" className="figure block text-[14px] leading-tight">
        {covered}
        <span className="text-muted">/{vehicles}</span>
      </span>
      <span aria-hidden="true" className="bg-rule mx-auto mt-0.5 block h-[6px] w-[38px]">
        <span className="bg-copper block h-full" style={{ width: `${(100 * covered) / vehicles}%` }} />
      </span>
    </span>
  );
}
