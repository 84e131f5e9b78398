import { attributesOf, type SubjectKind } from '@radiatrix/core/figures';
import { formatQuantity } from '@radiatrix/core/quantity';
import type { FigureRecord } from '@radiatrix/contract';
import { methodName } from '@radiatrix/words/methods';
import { choiceName, figureName } from '@radiatrix/words/figures';
import { useUnits } from '../../app/store.ts';

/** Every figure of a record, with how it is known; what is not known is said to be so. */
export function FiguresView({ kind, figures }: { kind: SubjectKind; figures: FigureRecord[] }) {
  const units = useUnits();
  return (
    <table className="w-full border-collapse">
      <thead className="sr-only">
        <tr>
          <th scope="col">What</th>
          <th scope="col">Figure</th>
          <th scope="col">How known</th>
        </tr>
      </thead>
      <tbody>
        {attributesOf(kind).map(([key, attribute]) => {
          const own = figures.filter((figure) => figure.key === key);
          return (
            <tr key={key} className="border-rule border-b align-top">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {figureName(kind, key)}
              </th>
              <td
                className={`py-1 pr-3 text-right whitespace-nowrap ${attribute.type === 'quantity' ? 'figure text-[14px]' : ''}`}
              >
                {own.length === 0 && <span className="text-muted">not known</span>}
                {own.map((figure) => (
                  <div key={figure.id}>
                    {attribute.type === 'quantity' && figure.value !== null
                      ? formatQuantity(figure.value, attribute.dimension, units, {
                          uncertainty: figure.u && figure.u >= 0.05 ? figure.u : undefined,
                        })
                      : choiceName(attribute, figure.word)}
                  </div>
                ))}
              </td>
              <td className="text-muted py-1 text-[14px]">
                {own.map((figure) => (
                  <div
                    key={figure.id}
                    title={`${figure.stamp.by}, ${figure.stamp.at.slice(0, 16).replace('T', ' ')}`}
                  >
                    {methodName(figure.method)}, {figure.source}
                    {figure.value !== null && <span> · “{figure.text}”</span>}
                  </div>
                ))}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
