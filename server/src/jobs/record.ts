import { CLOCK_START, SIDE_KINDS, TURNING_KINDS, compareClocks, sidesOf } from '@radiatrix/core/job';
import { NO_CHOICES, findingsOf, planOf, sideOf, type Choices } from '@radiatrix/core/fitment';
import { takesOnRecord } from '@radiatrix/core/electrical';
import { practiceOf } from '@radiatrix/core/practice';
import type { JobPartLine, JobPlan, JobRecord, Person } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { planningRecord } from '../fitment/service.ts';
import { loadJudging } from '../match/judging.ts';
import { noticesOf } from '../parts/notices-queries.ts';
import { partLines } from '../parts/queries.ts';
import { shopPractice } from '../practice/service.ts';
import { seesDrafts } from '@radiatrix/contract';
import { loadVocabulary } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { eventsStanding, lastNumber, toldTimes } from './queries.ts';
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

/** The plan of a job, worked out here from its events; nothing where no part goes in that a plan knows. */
export async function planOfJob(db: Db, folded: FoldedJob, person: Person): Promise<JobPlan | null> {
  const sides = sidesOf(folded.state.parts);
  const ids = [
    ...new Set(
      [...Object.values(sides.old), ...Object.values(sides.fresh)].filter(
        (id): id is number => id !== undefined,
      ),
    ),
  ];
  if (Object.values(sides.fresh).every((id) => id === undefined)) return null;
  const visible = await partLines(db, { ids }, seesDrafts(person.role));
  const planning = await planningRecord(db, folded.row.configurationId, person, {
    parts: ids.filter((id) => visible.some((line) => line.id === id)),
    jobId: folded.row.id,
  });
  const choices = choicesOf(folded.state);
  const plan = planOf(
    planning,
    sideOf(planning, sides.old),
    sideOf(planning, sides.fresh),
    { ...NO_CHOICES, ...choices },
    practiceOf(planning.practice),
  );
  const findings = findingsOf(plan);
  return {
    verdict: plan.verdict,
    // Stops and what is open come before the work; clear ones are for the view itself.
    findings: (['stop', 'open', 'work'] as const).flatMap((word) =>
      findings.filter((each) => each.word === word && each.about !== 'changes'),
    ),
    work: plan.work,
    materials: plan.materials,
    address: addressOf(sides, choices),
  };
}

/** What the parts that go in take by the record, for the bench: with or without a sheet or a way in. */
async function takesOf(db: Db, { row, state }: FoldedJob, person: Person): Promise<ReadonlyMap<number, JobPartLine['takes']>> {
  const turning = state.parts.filter(({ role, kind }) => role === 'goes in' && TURNING_KINDS.has(kind)).map(({ partId }) => partId);
  if (turning.length === 0) return new Map();
  const { bayId } = await findConfiguration(db, row.configurationId);
  const [records, practice] = await Promise.all([loadJudging(db, [bayId], turning, person.role), shopPractice(db)]);
  const systemV = records.bay(bayId).words.systemVoltage?.word;
  return new Map(records.parts.map((part) => [part.id, takesOnRecord(records.fitPart(part).figures as never, systemV, practice)]));
} // prettier-ignore

export async function jobRecord(db: Db, id: number, person: Person): Promise<JobRecord> {
  const folded = await foldedJob(db, id);
  const { row, state, events } = folded;
  const [last, aside, handedIn, told, practice] = await Promise.all([
    lastNumber(db, id),
    eventsStanding(db, id, 'aside'),
    eventsStanding(db, id, 'handed in'),
    toldTimes(db, id),
    shopPractice(db),
  ]);
  const [vehicle, vocabulary, plan, lines, notices] = await Promise.all([
    findConfiguration(db, row.configurationId),
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
    noticesOf(
      db,
      state.parts.map((part) => part.partId),
      seesDrafts(person.role),
    ),
  ]);
  const takes = await takesOf(db, folded, person);
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
      takes: takes.get(partId) ?? null,
      number: numberOf(partId),
      notices: notices.get(partId) ?? [],
    })),
    plan,
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
    mine: isInHands(row, events, person),
  };
}
