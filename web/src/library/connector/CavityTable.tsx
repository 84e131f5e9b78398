import type { ConnectorDocument } from '@radiatrix/contract';
import { HeadRow } from '../../ui/HeadRow.tsx';

/** The cavities of a connector; the function leads, because colours do not always mean the same. */
export function CavityTable({ connector, caption }: { connector: ConnectorDocument; caption?: string }) {
  return (
    <table className="mt-2 w-full border-collapse text-[15px]">
      <caption className={caption ? 'label-text text-left' : 'sr-only'}>
        {caption ?? `Cavities of ${connector.code}`}
      </caption>
      <thead>
        <HeadRow
          cells={[
            { label: 'Cavity', className: 'w-20' },
            { label: 'Function' },
            { label: 'Colour' },
            { label: 'Wire' },
          ]}
        />
      </thead>
      <tbody>
        {connector.cavities.map((cavity) => (
          <tr key={cavity.position} className="border-rule border-b">
            <td className="figure py-0.5">{cavity.position}</td>
            <td>{cavity.function}</td>
            <td>{cavity.colour || 'not known'}</td>
            <td className="figure text-[14px]">{cavity.gauge || 'not known'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
