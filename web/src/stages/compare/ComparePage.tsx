import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  TOPIC_NAMES,
  coolingFindings,
  findingsOf,
  planOf,
  sideOf,
  type Found,
  type Topic,
} from '@radiatrix/core/fitment';
import { minutesOf, needed, practiceOf, type Work } from '@radiatrix/core/practice';
import { CASE_NAMES } from '@radiatrix/core/cooling';
import type { PlanningRecord, Candidate } from '@radiatrix/contract';
import { compareWords } from '@radiatrix/words/en/compare';
import { verdictName } from '@radiatrix/words/fit';
import { coolingWaits } from '@radiatrix/words/fitment';
import { materialName } from '@radiatrix/words/work';
import { api } from '../../api/api.ts';
import { besideAddress } from '../../app/addresses.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { verdictColour, VerdictShape } from '../../ui/Verdict.tsx';
import { AgreementTab } from './tabs/AgreementTab.tsx';
import { ChangesTab } from './tabs/ChangesTab.tsx';
import { Choosers, NoParts } from './Choosers.tsx';
import { comparedSides, type PartKey } from './sides.ts';
import { ClaimsTab } from './tabs/ClaimsTab.tsx';
import { CoolingTab } from './cooling/CoolingTab.tsx';
import { DepthTab } from './tabs/DepthTab.tsx';
import { FaceTab } from './tabs/FaceTab.tsx';
import { PaperSheet } from './PaperSheet.tsx';
import { PortsTab } from './tabs/PortsTab.tsx';
import { KeepInJob } from './KeepInJob.tsx';
import type { TabProps } from './tabs/tab.ts';
import { TopicTabs } from './tabs/TopicTabs.tsx';
import { askedNow, useAsked } from './background/useAsked.ts';
import { useWorker } from './background/useWorker.ts';
import { WiringTab } from './tabs/WiringTab.tsx';
import { writeAsked, type Asked } from './address.ts';

/** The chart's package is fetched when a drive is first looked at. */
const DriveTab = lazy(async () => ({ default: (await import('./cooling/DriveTab.tsx')).DriveTab }));

/** Old beside new: what is different, and what to do about it. */
export function ComparePage() {
  const vehicleId = Number(useParams().vehicleId);
  const { asked: written, change } = useAsked();
  const match = api.useMatchQuery({ id: vehicleId, job: written.job });
  const candidates = match.data?.candidates;
  const job = api.useJobQuery({ id: written.job ?? 0 }, { skip: written.job === undefined });
  const jobParts = job.data?.record.state.parts;
  const { asked, borrowed } = useMemo(
    () =>
      candidates ? comparedSides(written, candidates, jobParts ?? []) : { asked: written, borrowed: [] },
    [written, candidates, jobParts],
  );
  const ids = [
    ...new Set(
      [asked.or, asked.of, asked.os, asked.nr, asked.nf, asked.ns, asked.nk].filter(
        (id): id is number => !!id,
      ),
    ),
  ];
  const planning = api.usePlanningQuery(
    { id: vehicleId, part: ids, job: written.job },
    { skip: !candidates },
  );
  const error = match.error ?? planning.error;
  // While another part is fetched, what was laid out stays: an answer without its fan would be another answer.
  const [held, setHeld] = useState<{ planning: PlanningRecord; parts: Partial<Asked> } | null>(null);
  const arrived = planning.currentData;
  const { or, of, os, nr, nf, ns, nk } = asked;
  useEffect(() => {
    if (arrived) setHeld({ planning: arrived, parts: { or, of, os, nr, nf, ns, nk } });
  }, [arrived, or, of, os, nr, nf, ns, nk]);
  const stands = arrived ?? held?.planning;
  const laidOut = useMemo(
    () => (arrived || !held ? asked : { ...asked, ...held.parts }),
    [arrived, held, asked],
  );
  if (error && !stands)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void (match.error ? match.refetch() : planning.refetch())} />
      </div>
    );
  if (!candidates || !stands) return <Waiting what="Laying the parts out" />;
  if (!candidates.some((each) => each.kind === 'radiator' || each.kind === 'fan'))
    return (
      <div className="mt-5">
        <Empty title="Nothing to compare for this vehicle yet">
          <NoParts />
        </Empty>
      </div>
    );
  return (
    <Comparing
      vehicleId={vehicleId}
      planning={stands}
      candidates={candidates}
      asked={laidOut}
      chosen={asked}
      borrowed={borrowed}
      change={change}
    />
  );
}

/** Work that has to be done with its minutes, and work that is worth doing, each counted by itself. */
function workSaid(work: readonly Work[]): string {
  const must = needed(work);
  const may = work.filter((each) => each.optional);
  return [
    ...(must.length > 0 ? [compareWords('work', { n: must.length, minutes: minutesOf(must) })] : []),
    ...(may.length > 0 ? [compareWords('work:optional', { n: may.length, minutes: may.reduce((sum, { minutes }) => sum + minutes, 0) })] : []),
  ].join(', ');
} // prettier-ignore

function Comparing({
  vehicleId,
  planning,
  candidates,
  asked,
  chosen,
  borrowed,
  change,
}: {
  vehicleId: number;
  planning: PlanningRecord;
  candidates: readonly Candidate[];
  asked: Asked;
  /** The same with the parts chosen last, which may still be on their way. */
  chosen: Asked;
  borrowed: readonly PartKey[];
  change: (patch: Partial<Asked>) => void;
}) {
  const old = useMemo(
    () => sideOf(planning, { radiator: asked.or, fan: asked.of, shroud: asked.os }),
    [planning, asked.or, asked.of, asked.os],
  );
  const fresh = useMemo(
    () => sideOf(planning, { radiator: asked.nr, fan: asked.nf, shroud: asked.ns, kit: asked.nk }),
    [planning, asked.nr, asked.nf, asked.ns, asked.nk],
  );
  const practice = useMemo(() => practiceOf(planning.practice), [planning.practice]);
  const compared = useMemo(
    () => planOf(planning, old, fresh, asked, practice),
    [planning, old, fresh, asked, practice],
  );
  const found = useMemo(() => findingsOf(compared), [compared]);
  const cases = CASE_NAMES.flatMap((name) => {
    const own = compared.inputsOf(compared.setUps.fresh, name);
    return own ? [{ name, old: compared.inputsOf(compared.setUps.old, name), fresh: own }] : [];
  });
  const known = [...compared.known];
  const cooling = useWorker(
    (worker, input: typeof cases) => worker.cases(input, known),
    cases.length > 0 ? cases : undefined,
    JSON.stringify([cases, known]),
  );
  const coolingFound: Found[] = !compared.setUps.fresh.ok
    ? [
        {
          about: 'cooling',
          word: 'open',
          says: {
            by: 'text',
            text: coolingWaits(compared.setUps.fresh.missing),
          },
        },
      ]
    : cooling.problem
      ? [{ about: 'cooling', word: 'open', says: { by: 'text', text: cooling.problem } }]
      : cooling.result
        ? coolingFindings(cooling.result)
        : [];
  // What was found of other parts or settings is not found of these.
  const findings = [...found, ...(cooling.running ? [] : coolingFound)];
  const tab: Topic = asked.tab ?? 'face';
  const go = (to: Topic) => change({ tab: to === 'face' ? undefined : to });
  const step = (by: number) => {
    const from = TOPIC_NAMES.indexOf(askedNow().tab ?? 'face');
    go(TOPIC_NAMES[(from + by + TOPIC_NAMES.length) % TOPIC_NAMES.length]!);
  };
  useHotkeys({
    ']': () => step(1),
    '[': () => step(-1),
    p: () => change({ view: asked.view === 'paper' ? undefined : 'paper' }),
  });
  const props: TabProps = { planning, compared, found, practice, asked, change };
  const title = `${fresh.parts.radiator?.number ?? 'no radiator'}${fresh.parts.fan ? ` with ${fresh.parts.fan.number}` : ''} against ${old.parts.radiator?.number ?? 'nothing'}`;
  // What nobody chose is not kept, neither as a part nor in the address of the view.
  const said: Asked = { ...chosen, ...Object.fromEntries(borrowed.map((key) => [key, undefined])) };
  const savedAddress = `?${writeAsked({ ...said, view: undefined, tab: undefined, job: undefined }).toString()}`;

  if (asked.view === 'paper')
    return (
      <PaperSheet
        {...props}
        cases={cooling}
        findings={findings}
        onClose={() => change({ view: undefined })}
      />
    );
  return (
    <div className="pt-3">
      {planning.job && (
        <p className="border-copper mb-2 border-l-[3px] pl-2 text-[14px]">
          <Link to={`/jobs/${planning.job.id}`}>
            Job {planning.job.id}
            {planning.job.label && `, ${planning.job.label}`}
          </Link>
          : its own figures count first
          {planning.job.alterations.length > 0 && `; altered: ${planning.job.alterations.join(', ')}`}
        </p>
      )}
      <Choosers asked={chosen} borrowed={borrowed} candidates={candidates} change={change} />
      <p className="mt-1 text-[15px]">
        <Link to={besideAddress(vehicleId, 'motor', asked.job)}>{compareWords('small-parts')}</Link>
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1" role="status" aria-label="The plan">
        {/* Where nothing goes in there is no verdict, and nothing green. */}
        {Object.values(fresh.parts).some(Boolean) && (
          <span
            className={`font-label inline-flex items-center gap-2 text-[20px] font-semibold ${verdictColour(compared.verdict)}`}
          >
            <VerdictShape verdict={compared.verdict} size={16} />
            {verdictName(compared.verdict)}
          </span>
        )}
        {compared.work.length > 0 && (
          <span className="text-muted">
            {workSaid(compared.work)}
            {compared.materials.length > 0 &&
              `; lay out ${compared.materials.slice(0, 4).map(materialName).join(', ')}`}
            {compared.materials.length > 4 && ' and more'}
          </span>
        )}
        {Object.values(fresh.parts).flatMap((part) =>
          (part?.notices ?? []).map((notice) => (
            <span key={`${part!.id}${notice}`} className="text-changes">
              {part!.number}: {notice}
            </span>
          )),
        )}
      </p>
      <div className="border-ink mt-3 flex flex-wrap items-end justify-between gap-x-4 border-b">
        <TopicTabs findings={findings} tab={tab} onGo={go} onStep={step} />
        <div className="mb-1 flex items-center gap-3">
          <KeepInJob
            vehicleId={vehicleId}
            jobId={asked.job}
            title={title}
            address={savedAddress}
            asked={chosen}
            borrowed={borrowed}
            old={old}
            fresh={fresh}
            onJob={(id) => change({ job: id })}
          />
          <button type="button" className="btn btn-quiet" onClick={() => change({ view: 'paper' })}>
            On paper <kbd className="key">p</kbd>
          </button>
        </div>
      </div>
      <div role="tabpanel" id="compared" aria-labelledby={`tab-${tab}`} className="pt-1">
        {tab === 'face' && <FaceTab {...props} />}
        {tab === 'depth' && <DepthTab {...props} />}
        {tab === 'ports' && <PortsTab {...props} />}
        {tab === 'changes' && <ChangesTab {...props} />}
        {tab === 'wiring' && <WiringTab {...props} />}
        {tab === 'cooling' && (
          <CoolingTab
            {...props}
            found={findings.filter(({ about }) => about === 'cooling')}
            cases={cooling}
          />
        )}
        {tab === 'drive' && (
          <Suspense fallback={<Waiting what="Fetching the chart" />}>
            <DriveTab {...props} />
          </Suspense>
        )}
        {tab === 'agreement' && <AgreementTab {...props} />}
        {tab === 'claims' && <ClaimsTab {...props} />}
      </div>
    </div>
  );
}
