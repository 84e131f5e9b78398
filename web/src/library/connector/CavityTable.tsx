import type { ConnectorDocument } from '@radiatrix/contract';

/** The cavities of a connector; the function leads, because colours do not always mean the same. */
export function CavityTable({ connector, caption }: { connector: ConnectorDocument; caption?: string }) {
  return (
    <table className="mt-2 w-full border-collapse text-[15px]">
      <caption className={caption ? 'label-text text-left' : 'sr-only'}>
        {caption ?? `Cavities of ${connector.code}`}
      </caption>
      <thead>
        <tr className="border-ink font-label border-b text-left text-[14px] tracking-[0.06em] uppercase">
          <th scope="col" className="w-20 font-semibold">
            Cavity
          </th>
          <th scope="col" className="font-semibold">
            Function
          </th>
          <th scope="col" className="font-semibold">
            Colour
          </th>
          <th scope="col" className="font-semibold">
            Wire
          </th>
        </tr>
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
