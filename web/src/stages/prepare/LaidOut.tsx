import type { LayOut } from '@radiatrix/core/access';
import type { ReactNode } from 'react';
import { materialName } from '@radiatrix/words/work';
import type { JobHold } from '@radiatrix/core/job';
import { holdsWords } from '@radiatrix/words/en/holds';
import { HoldText } from '../job/Holds.tsx';

const LIFT_WORDS = { none: '', stands: 'stands and chocks', lift: 'the lift' };

const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className="border-rule grid grid-cols-[112px_1fr] gap-3 border-b py-1.5">
    <dt className="font-label text-[16px] font-semibold">{label}</dt>
    <dd>{children}</dd>
  </div>
);

/** Everything that lies there before a bolt is turned; metric and inch kept apart. */
export function LaidOut({ laid, letter, cautions, holds }: { laid: LayOut; letter: string; cautions: readonly string[]; holds: readonly JobHold[] }) {
  return (
    <section aria-label={`Lay out for ${letter}`}>
      <h2 className="heading">Lay out for {letter}</h2>
      <dl>
        {laid.metric.length > 0 && <Row label="Metric">{laid.metric.join(', ')}</Row>}
        {laid.inch.length > 0 && <Row label="Inch">{laid.inch.join(', ')}</Row>}
        <Row label="Besides">{laid.other.join(', ') || 'nothing'}</Row>
        {laid.lift !== 'none' && <Row label="Under it">{LIFT_WORDS[laid.lift]}{laid.people > 1 && `, ${laid.people} people`}</Row>}
        <Row label="To use up">{laid.consumables.map(materialName).join(', ') || 'nothing'}</Row>
        <Row label="Have ready">
          {laid.haveReady.length === 0
            ? 'nothing that usually breaks'
            : laid.haveReady.map((each) => (
                <span key={each.tray} className="block">
                  <span className="figure text-[14px]">{each.count}</span> {each.name.toLowerCase()}, {each.thread}{' '}
                  <span className="text-muted">({each.why})</span>
                </span>
              ))}
        </Row>
        {holds.length > 0 && <Row label={holdsWords('sheet')}>{holds.map((hold) => <span key={hold.hold} className="block"><HoldText hold={hold} /></span>)}</Row>}
        <Row label="Tag">{laid.tag.join(', ') || 'nothing to tag'}</Row>
      </dl>
      <details className="caution mt-3 px-3 py-1.5">
        <summary className="font-semibold">{cautions.length} cautions for this work</summary>
        <ul className="mt-1 list-disc pl-5">
          {cautions.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      </details>
    </section>
  );
} // prettier-ignore
