import { agreement, type Verdict } from '@radiatrix/core/fit';

/** Where listing, measurement and what was installed agree, and where they do not. */
export function EvidenceLine({ verdict }: { verdict: Verdict }) {
  const said = agreement(verdict);
  if (said.length === 0) return null;
  return (
    <ul aria-label="Evidence" className="mt-2 text-[15px]">
      {said.map(({ agrees, text }) => (
        <li key={text} className="flex gap-2">
          <span
            className={`font-label w-24 shrink-0 text-[16px] font-semibold ${agrees ? 'text-straight-in' : 'text-no'}`}
          >
            {agrees ? 'agree' : 'disagree'}
          </span>
          <span>{text}</span>
        </li>
      ))}
    </ul>
  );
}
