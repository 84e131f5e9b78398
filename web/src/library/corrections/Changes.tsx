import type { Correction } from '@radiatrix/contract';
import { correctionsWords as words } from '@radiatrix/words/en/corrections';

/** What was another before and what it is now, or why it was withdrawn. */
export function Changes({ changes, withdrawnFor }: Pick<Correction, 'changes' | 'withdrawnFor'>) {
  return (
    <ul>
      {withdrawnFor && <li className="text-no font-semibold">{words('withdrawn', { why: withdrawnFor })}</li>}
      {changes.map(({ label, before, after, support }, at) => (
        <li key={at}>
          {words('change', { label, before: before || 'none', after: after || 'none' })}
          {support && <span className="text-muted"> ({support})</span>}
        </li>
      ))}
    </ul>
  );
}
