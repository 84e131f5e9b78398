import { useMemo, useState } from 'react';
import { beforeOperation, type AccessMap } from '@radiatrix/core/access';

/** Asked backwards: what must come off to reach this. */
export function ReachFor({ map }: { map: AccessMap }) {
  const [code, setCode] = useState('');
  const before = useMemo(() => (code === '' ? undefined : beforeOperation(map, code)), [map, code]);
  const textOf = (each: string): string => map.operations.find((operation) => operation.code === each)?.text ?? each;
  const trays = (uses: { tray: string; count: number }[]): string =>
    uses.map(({ tray, count }) => `${count} × ${map.fasteners.find((each) => each.tray === tray)?.name.toLowerCase() ?? tray}`).join(', ');
  return (
    <section aria-label="What must come off to reach" className="mt-5">
      <label>
        <span className="label-text">What must come off to reach…</span>
        <select className="select w-full max-w-full min-w-0" value={code} onChange={(event) => setCode(event.target.value)}>
          <option value="">choose a fastener or a move</option>
          {map.operations
            .filter(({ gives }) => gives.every(({ state }) => state !== 'ready'))
            .map((operation) => (
              <option key={operation.code} value={operation.code}>
                {operation.uses.length > 0 ? `${trays(operation.uses)}: ${operation.text}` : operation.text}
              </option>
            ))}
        </select>
      </label>
      {code !== '' && (
        <p className="mt-1.5" role="status">
          {before === undefined
            ? 'Nothing on this map leads there.'
            : before.length === 0
              ? 'Nothing: it is reached as it stands.'
              : `${before.length === 1 ? 'One move' : `${before.length} moves`}: ${before.map(textOf).join(', then ')}.`}
        </p>
      )}
    </section>
  );
} // prettier-ignore
