import { CLOCK_START, SIDE_KINDS, compareClocks, sidesOf } from '@radiatrix/core/job';
import { judgeTogether, type Member, type VerdictWord } from '@radiatrix/core/fit';
import { NO_CHOICES, findingsOf, fitPartOf, fitVehicleOf, membersOf, planOf, sideOf, type Choices } from '@radiatrix/core/fitment'; // prettier-ignore
import { BENCH_TESTS, benchRecord } from '@radiatrix/core/bench';
import { materialsOf, mergeWork, practiceOf, workKey } from '@radiatrix/core/practice';
import type { JobPartLine, JobPlan, JobRecord, Person } from '@radiatrix/contract';
import { decidingSentence } from '@radiatrix/words/fit';
import { correctionsOfJob } from '../corrections/service.ts';
import type { Db } from '../db/client.ts';
import { planningRecord } from '../fitment/service.ts';
import { claimNotes } from '../match/evidence.ts';
import { loadJudging } from '../match/judging.ts';
import { noticesOf } from '../parts/notices-queries.ts';
import { claims, partLines } from '../parts/queries.ts';
import { shopPractice } from '../practice/service.ts';
import { seesDrafts } from '@radiatrix/contract';
import { loadVocabulary } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { eventsStanding, lastNumber, measuringSource, toldTimes } from './queries.ts';
import { choicesOf, foldedJob, isInHands, storyOf, type FoldedJob } from './service.ts';

const LETTERS = { radiator: 'r', fan: 'f', shroud: 's', kit: 'k' } as const;

function addressOf(sides: ReturnType<typeof sidesOf>, choices: Choices): string {
  const params = new URLSearchParams();
  for (const kind of SIDE_KINDS) {
    // A controller kit only goes in, and only where an engine-driven fan comes off.
    if (kind !== 'kit') params.set(`o${LETTERS[kind]}`, String(sides.old[kind] ?? 0));
    if (kind !== 'kit' || sides.fresh.kit) params.set(`n${LETTERS[kind]}`, String(sides.fresh[kind] ?? 0));
  }
  for (const [key, value] of Object.entries(choices))
    if (typeof value === 'number' || typeof value === 'string') params.set(key, String(value));
  return `?${params.toString()}`;
}

const WORST: readonly VerdictWord[] = ['straight-in', 'changes', 'not-proven', 'no'];
const worst = (words: readonly VerdictWord[]): VerdictWord =>
  words.reduce((last, word) => (WORST.indexOf(word) > WORST.indexOf(last) ? word : last), WORST[0]!);

/** The plan of a job, worked out here from its events; nothing where no part goes in. */
export async function planOfJob(db: Db, folded: FoldedJob, person: Person): Promise<JobPlan | null> {
  const { state, row } = folded;
  const sides = sidesOf(state.parts);
  const asOthers = state.parts.filter(({ role, state: at, kind }) => role === 'goes in' && at !== 'sent back' && !(SIDE_KINDS as readonly string[]).includes(kind)); // prettier-ignore
  const anySide = Object.values(sides.fresh).some((id) => id !== undefined);
  if (!anySide && asOthers.length === 0) return null;
  const ids = [...Object.values(sides.old), ...Object.values(sides.fresh), ...asOthers.map(({ partId }) => partId)]; // prettier-ignore
  const wanted = [...new Set(ids.filter((id): id is number => id !== undefined))];
  const visible = await partLines(db, { ids: wanted }, seesDrafts(person.role));
  const planning = await planningRecord(db, row.configurationId, person, {
    parts: wanted.filter((id) => visible.some((line) => line.id === id)),
    jobId: row.id,
  });
  const choices = choicesOf(state);
  const practice = practiceOf(planning.practice);
  const [old, fresh] = [sideOf(planning, sides.old), sideOf(planning, sides.fresh)];
  const plan = planOf(planning, old, fresh, { ...NO_CHOICES, ...choices }, practice);
  const goesIn = planning.parts.filter((part) => asOthers.some(({ partId }) => partId === part.id));
  const members = goesIn.map((part): Member => ({ id: part.id, part: fitPartOf(part), stays: false, ...(part.evidence ? { evidence: part.evidence } : {}) })); // prettier-ignore
  const together =
    members.length === 0
      ? plan.together
      : judgeTogether(fitVehicleOf(planning, choices), [...membersOf(old, fresh), ...members], practice);
  const others = goesIn.map(({ id, number, kind }) => {
    const { verdict } = together.members.find((each) => each.id === id)!;
    return { partId: id, number, kind, verdict: verdict.verdict, because: decidingSentence(verdict, 'both') };
  });
  const verdict = worst([...(anySide ? [plan.verdict] : []), ...others.map((each) => each.verdict)]);
  // What only the comparison asks for, a spacer on the hub, stands beside what the parts ask of each other.
  const beside = plan.work.filter(
    (each) => !plan.together.work.some((own) => workKey(own) === workKey(each)),
  );
  const work = members.length === 0 ? plan.work : verdict === 'no' ? [] : mergeWork([...together.work, ...beside]); // prettier-ignore
  const findings = findingsOf(plan);
  return {
    verdict,
    // Stops and what is open come before the work; clear ones are for the view itself.
    findings: anySide
      ? (['stop', 'open', 'work'] as const).flatMap((word) =>
          findings.filter((each) => each.word === word && each.about !== 'changes'),
        )
      : [],
    work,
    materials: materialsOf(work),
    address: anySide ? addressOf(sides, choices) : '',
    others,
  };
}

/** What the record says of the parts that go in, for their bench tests: with or without a sheet or a way in. */
async function benchRecordsOf(db: Db, { row, state }: FoldedJob, person: Person): Promise<ReadonlyMap<number, JobPartLine['bench']>> {
  const tried = state.parts.filter(({ role, kind }) => role === 'goes in' && BENCH_TESTS[kind]).map(({ partId }) => partId);
  if (tried.length === 0) return new Map();
  const { bayId } = await findConfiguration(db, row.configurationId);
  const [records, practice] = await Promise.all([loadJudging(db, [bayId], tried, person.role), shopPractice(db)]);
  const systemV = records.bay(bayId).words.systemVoltage?.word;
  return new Map(records.parts.map((part) => [part.id, benchRecord(records.fitPart(part) as never, systemV, practice) ?? null]));
} // prettier-ignore

export async function jobRecord(db: Db, id: number, person: Person): Promise<JobRecord> {
  const folded = await foldedJob(db, id);
  const { row, state, events } = folded;
  const [last, aside, handedIn, told, practice, own, corrections] = await Promise.all([
    lastNumber(db, id),
    eventsStanding(db, id, 'aside'),
    eventsStanding(db, id, 'handed in'),
    toldTimes(db, id),
    shopPractice(db),
    measuringSource(db),
    correctionsOfJob(db, id, person),
  ]);
  const vehicle = await findConfiguration(db, row.configurationId);
  const partIds = state.parts.map((part) => part.partId);
  const [vocabulary, plan, lines, notices, held] = await Promise.all([
    loadVocabulary(db),
    planOfJob(db, folded, person),
    partLines(
      db,
      {
        ids: [
          ...new Set(
            [...events, ...aside].flatMap(({ payload }) => ('partId' in payload ? [payload.partId] : [])),
          ),
        ],
      },
      seesDrafts(person.role),
    ),
    noticesOf(db, partIds, seesDrafts(person.role)),
    claims(db, { partIds, modelId: vehicle.modelId, drafts: seesDrafts(person.role) }),
  ]);
  const benchRecords = await benchRecordsOf(db, folded, person);
  const numberOf = (partId: number): string =>
    lines.find((line) => line.id === partId)?.number ?? 'not released';
  return {
    id,
    version: row.version,
    last,
    stage: state.stage,
    vehicle: vehicleLine(vehicle, vocabulary),
    opened: { by: row.by, at: row.at },
    state,
    parts: state.parts.map(({ partId, kind, role, money, state: at }): JobPartLine => ({
      partId,
      kind,
      role,
      state: at,
      money,
      bench: benchRecords.get(partId) ?? null,
      number: numberOf(partId),
      notices: [...(notices.get(partId) ?? []), ...claimNotes(held.filter((claim) => claim.partId === partId), vehicle)], // prettier-ignore
    })),
    plan,
    corrections,
    clock: events.reduce(
      (latest, { clock }) => (compareClocks(clock, latest) > 0 ? clock : latest),
      CLOCK_START,
    ),
    story: storyOf(events, state, numberOf, practice, {
      reader: person,
      handedIn: new Set(handedIn.map((event) => event.id)),
      told,
    }),
    aside: storyOf(aside, state, numberOf, practice, { reader: person, told }),
    ownSource: own,
    mine: isInHands(row, events, person),
  };
}
